import { Flex, Box } from '@chakra-ui/react';
import type { Day } from '@kavrell/core/day';
import type { DayLine } from '@kavrell/core/dayline';
import { useProduction } from '../../app/production.tsx';
import { timecodeAt } from '../../shared/roll/console.ts';
import { Button } from '../../ui/Button.tsx';
import { Tape } from '../../ui/icons.tsx';
import { unfolded, type View, LANE_PX } from './mapDrawing.ts';
import { laneSaid } from './words.ts';

export const NAMES_PX = 22;

/** How near the day is looked at, and which stretch of it is seen. */
export function MapBar({
  setView,
  whole,
  nearer,
  day,
  view,
}: {
  setView: (view: View) => void;
  whole: View;
  nearer: (factor: number) => void;
  day: Day;
  view: View;
}) {
  const { production } = useProduction();

  return (
    <Flex gap={2} mb={2} wrap="wrap" align="center">
      <Button size="small" onClick={() => setView(whole)}>
        Whole day
      </Button>
      <Button size="small" onClick={() => nearer(0.5)} aria-label="Nearer">
        +
      </Button>
      <Button size="small" onClick={() => nearer(2)} aria-label="Farther">
        −
      </Button>
      <Box color="soft" fontSize="s" className="mono" aria-live="polite">
        {timecodeAt(production, day, unfolded(view.fold, view.fromMs))} to{' '}
        {timecodeAt(production, day, unfolded(view.fold, view.toMs))}; time between takes is folded away
      </Box>
    </Flex>
  );
}

/** Whose each lane is, and how much of it is placed. */
export function LaneNames({ line }: { line: DayLine }) {
  return (
    <Box flex="none" w={{ base: '58px', md: '112px' }} pt={`${NAMES_PX}px`}>
      {line.devices.map((d) => (
        <Box key={d.id} h={`${LANE_PX}px`} overflow="hidden">
          <Tape letter={d.name} />
          <Box color="soft" fontSize="s" lineHeight="1.1" mt="2px">
            {laneSaid(
              line.placed.filter((c) => c.deviceId === d.id),
              line.unplaced.filter((c) => c.deviceId === d.id).length,
            )}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
