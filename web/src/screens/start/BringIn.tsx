import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { MAX_OPEN_BYTES, openFileIn } from '@kavrell/contract';
import { formatBytes, formatCount } from '@kavrell/core/units';
import { screenLink } from '../../app/links.ts';
import { Away, Refusal, sendBytes, wordsOf } from '../../platform/api.ts';
import { tell } from '../../platform/notices.ts';
import { queries } from '../../platform/queries.ts';
import { Button } from '../../ui/Button.tsx';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { Look } from '../../ui/parts.tsx';

/** A whole job out of one file, as it was fetched here or elsewhere; where it is here already, as a copy beside. */
export function BringIn() {
  const navigate = useNavigate();
  const [busy, setBusy] = useState('');
  const [problem, setProblem] = useState('');
  const [asCopy, setAsCopy] = useState<File | null>(null);
  const send = (file: File, ids: 'kept' | 'renewed') => {
    setProblem('');
    setAsCopy(null);
    if (file.size > MAX_OPEN_BYTES) {
      setProblem(
        `This has ${formatBytes(file.size)}; ${formatBytes(MAX_OPEN_BYTES)} is the most. Nothing was brought in.`,
      );
      return;
    }
    setBusy(`Bringing in ${file.name}, ${formatBytes(file.size)} …`);
    sendBytes(openFileIn, { ids }, file)
      .then((done) => {
        void queries.invalidateQueries({ queryKey: ['heads'] });
        tell(
          `“${done.title}” is here: ${formatCount(done.rows, 'row')}, ${formatCount(done.files, 'file')}. ${done.notes.join(' ')}`,
        );
        void navigate(done.house ? '/own-kit' : screenLink(done.productionId, null, 'brief'));
      })
      .catch((e: unknown) => {
        setProblem(
          e instanceof Away
            ? 'Kavrell’s server does not answer, so it is not known whether it was brought in: look among your jobs when it is back.'
            : wordsOf(e),
        );
        if (e instanceof Refusal && e.problem.code === 'openFileThere') setAsCopy(file);
      })
      .finally(() => setBusy(''));
  };
  return (
    <Box mt={5} data-bring-in>
      <DropPlace
        what="Bring in a file of a whole job"
        accept=".zip,application/zip"
        busy={busy || undefined}
        take={([file]) => file && send(file, 'kept')}
      />
      {problem ? (
        <Box mt={2} role="alert">
          <Look>{problem}</Look>
        </Box>
      ) : null}
      {asCopy ? (
        <Flex mt={2} gap={2}>
          <Button size="small" onClick={() => send(asCopy, 'renewed')}>
            Bring it in as a copy
          </Button>
        </Flex>
      ) : null}
    </Box>
  );
}
