import { Flex } from '@chakra-ui/react';
import { Button } from '../../ui/Button.tsx';
import { Views } from '../../ui/Views.tsx';
import { ADDABLE, type Addable } from './adding.ts';
import type { Side } from './stage.ts';
import type { Shown } from './usePlanRead.ts';

const SIDES = ['top', 'side'] as const satisfies readonly Side[];

/** What can be put on the plan, and how it is looked at. */
export function PlanBar({
  add,
  contourOn,
  setContourOn,
  side,
  setSide,
}: {
  add: (kind: Addable) => void;
  contourOn: Shown;
  setContourOn: (next: Shown) => void;
  side: Side;
  setSide: (next: Side) => void;
}) {
  return (
    <Flex align="center" gap={2} wrap="wrap" mb={2}>
      {ADDABLE.map(([kind, words]) => (
        <Button key={kind} size="small" aria-label={`Add a ${words.toLowerCase()}`} onClick={() => add(kind)}>
          {words}
        </Button>
      ))}
      <Flex ml="auto" gap={2} wrap="wrap">
        <Button
          size="small"
          aria-pressed={contourOn === 'on'}
          look={contourOn === 'on' ? 'on' : 'plain'}
          onClick={() => setContourOn(contourOn === 'on' ? 'off' : 'on')}
        >
          Lines of light
        </Button>
        <Views
          label="Seen from"
          views={SIDES.map((v) => [v, v === 'top' ? 'Above' : 'Side'] as const)}
          open={side}
          onOpen={setSide}
        />
      </Flex>
    </Flex>
  );
}
