import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { STILL_WORDS } from '@kavrell/core/log';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { readStill, type StillOf } from '../../shared/log/still.ts';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { Problem } from '../../ui/Problem.tsx';
import type { Onset } from './useOnset.ts';

/** Takes a photograph of something, or has one dropped; it waits on this device where there is no network. */
export function TakePhoto({ what, of, onset }: { what: string; of: StillOf; onset: Onset }) {
  const { production } = usePlanned();
  const [busy, setBusy] = useState('');
  const [problem, setProblem] = useState('');
  const take = async ([file]: File[]) => {
    if (!file) return;
    setProblem('');
    setBusy(`Reading “${file.name}” …`);
    try {
      onset.log(`A photograph, ${STILL_WORDS[of.about]}`, await readStill(production, file, of));
    } catch (error) {
      setProblem(wordsOf(error));
    } finally {
      setBusy('');
    }
  };
  return (
    <Box>
      <DropPlace what={what} accept="image/*" camera busy={busy || undefined} take={(files) => void take(files)} />
      {problem ? <Problem>{problem}</Problem> : null}
    </Box>
  );
}
