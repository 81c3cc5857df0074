import { Box, Flex } from '@chakra-ui/react';
import { Button } from '../../ui/Button.tsx';
import { Field } from './ExposureField.tsx';
import { OPENABLE, tidy, type Openable } from './solving.ts';
import type { Exposure } from './useExposure.ts';
import { Problem } from '../../ui/Problem.tsx';

const LABELS: Readonly<Record<Openable | 'fps' | 'otherStops', string>> = {
  fps: 'Frames a second',
  angleDeg: 'Shutter, °',
  tStop: 'T-stop',
  ei: 'EI',
  ndStops: 'ND, stops',
  otherStops: 'Other filters, stops',
  illuminanceLux: 'Light at the face, lx',
};
const ORDER = ['fps', 'angleDeg', 'tStop', 'ei', 'ndStops', 'otherStops', 'illuminanceLux'] as const;
const isOpenable = (key: string): key is Openable => (OPENABLE as readonly string[]).includes(key);

/** What an exposure is made of, in the order it is chosen; one of them is left open and solved. */
export function ExposureInputs({ exposure: { setting, open, set, solve, problem } }: { exposure: Exposure }) {
  return (
    <Box>
      {ORDER.map((key) => (
        <Flex key={key} gap={2} align="end" mb={3}>
          <Field label={LABELS[key]} value={tidy(setting[key])} disabled={key === open} onTake={(t) => set(key, t)} />
          {isOpenable(key) ? (
            <Button
              size="small"
              minH="38px"
              aria-label={`Solve ${LABELS[key]}`}
              aria-pressed={open === key}
              look={open === key ? 'on' : 'plain'}
              onClick={() => solve(key)}
            >
              {open === key ? 'solved' : 'solve'}
            </Button>
          ) : null}
        </Flex>
      ))}
      {problem ? <Problem>{problem}</Problem> : null}
    </Box>
  );
}
