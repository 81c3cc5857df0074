import { Box } from '@chakra-ui/react';
import { STILL_WORDS } from '@kavrell/core/log';
import { usePlanned } from '../../app/production.tsx';
import { readStill, type StillOf } from '../../shared/log/still.ts';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { Problem } from '../../ui/Problem.tsx';
import { useReading } from '../../ui/useReading.ts';
import type { Onset } from '../../shared/roll/onset.ts';

/** Takes a photograph of something, or has one dropped; it waits on this device where there is no network. */
export function TakePhoto({ what, of, onset }: { what: string; of: StillOf; onset: Onset }) {
  const { production } = usePlanned();
  const { busy, problem, take } = useReading(async (file) => {
    onset.log(`A photograph, ${STILL_WORDS[of.about]}`, await readStill(production, file, of));
  });
  return (
    <Box>
      <DropPlace what={what} accept="image/*" camera busy={busy} take={take} />
      {problem ? <Problem>{problem}</Problem> : null}
    </Box>
  );
}
