import { Box } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { restartsOfDay } from '@kavrell/core/holds';
import { useProduction } from '../../app/production.tsx';
import type { Covered } from '../../shared/cover/coverage.ts';
import type { Onset } from '../../shared/roll/onset.ts';
import { Empty } from '../../ui/parts.tsx';
import { CoverBand } from './CoverBand.tsx';
import { FailuresPart } from './FailuresPart.tsx';
import { MomentSheet } from './MomentSheet.tsx';
import { RestartsPart } from './RestartsPart.tsx';
import { SharedThings } from './SharedThings.tsx';
import { clipsSince } from './rolling.ts';

/** Moments against what has them; below, what one failure loses and when cameras restart. */
export function MomentsView({ covered, onset }: { covered: Covered; onset: Onset }) {
  const { rows, day, facts, devices } = useProduction();
  const [chosen, setChosen] = useState<string | null>(null);
  const { coverage } = covered;
  const { cameras, logEntries } = rows;
  const takes = facts?.takes;
  const sinceMin = useMemo(
    () => (day && takes ? clipsSince({ cameras, takes, devices, log: logEntries, day }) : new Map<string, number>()),
    [cameras, takes, devices, logEntries, day],
  );
  // Once something rolls the plan begins now, from what really rolls: anew each minute, not with each second that is counted down.
  const fromMin = sinceMin.size > 0 ? Math.floor(onset.nowMin) : null;
  const restarts = useMemo(
    () => restartsOfDay(coverage, cameras, fromMin === null ? undefined : { fromMin, sinceMin }),
    [coverage, cameras, fromMin, sinceMin],
  );
  if (!day || !facts) return null;
  if (coverage.moments.length === 0)
    return (
      <>
        <Empty title="Nothing on this day happens once">
          Moments and cues with a time, and shots that can’t be had again, stand here with the cameras and sounds that
          have them: “Launch, 14:20: B wide, C wide, E face, pin microphone”. Give a scene of that kind a time on
          Scenes, or say of a shot that it happens once.
        </Empty>
        <SharedThings />
      </>
    );
  const moment = coverage.moments.find((m) => m.id === chosen) ?? null;
  return (
    <>
      <CoverBand
        {...{ day, coverage, restarts, chosen, nowMin: onset.nowMin, cameras: rows.cameras }}
        choose={(id) => setChosen((was) => (was === id ? null : id))}
      />
      <Box
        display="grid"
        gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: 'repeat(2, minmax(0, 1fr))' }}
        gap={6}
        mb={5}
      >
        <FailuresPart covered={covered} />
        <RestartsPart restarts={restarts} onset={onset} isLive={sinceMin.size > 0} />
      </Box>
      <SharedThings />
      <MomentSheet moment={moment} covered={covered} />
    </>
  );
}
