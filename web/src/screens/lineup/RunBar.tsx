import { Box, Flex } from '@chakra-ui/react';
import type { LineRun } from '@kavrell/core/lineup';
import { formatCount } from '@kavrell/core/units';
import { Button } from '../../ui/Button.tsx';
import { Look } from '../../ui/parts.tsx';
import { Working } from '../../ui/Working.tsx';
import type { LineWork } from './lineWork.ts';

/** Reading a clip takes about as long as laying so many pairs over each other. */
const PAIRS_A_FILE = 1;

const shareOf = (r: LineRun): number => {
  const total = r.totalFiles * PAIRS_A_FILE + r.totalPairs;
  return total === 0 ? 0 : (r.doneFiles * PAIRS_A_FILE + r.donePairs) / total;
};

function said(r: LineRun): string {
  if (r.state === 'waiting') return 'The line-up waits its turn';
  if (r.state === 'paused') return 'The line-up is stopped: what was found stays';
  if (r.doneFiles < r.totalFiles || r.totalPairs === 0)
    return `${r.doneFiles} of ${formatCount(r.totalFiles, 'clip', 'clips')} read`;
  return `${r.donePairs} of ${formatCount(r.totalPairs, 'pair', 'pairs')} laid over each other`;
}

/** A line-up that has not ended: how far it is, what it has in hand, stopped and taken up. */
export function RunBar({ run, work }: { run: LineRun; work: LineWork }) {
  return (
    <Flex
      gap={4}
      wrap="wrap"
      align="center"
      border="1px solid"
      borderColor="edge"
      borderRadius="r"
      p={3}
      mb={4}
      role="status"
      data-run={run.state}
    >
      <Box flex="1" minW="180px">
        <strong>{said(run)}</strong>
        <Box color="soft" fontSize="s" minH="1.4em" overflowWrap="anywhere">
          {run.inHand}
        </Box>
      </Box>
      <Box w="160px">
        <Working label="Of the line-up" way={{ share: shareOf(run), startedMs: run.startedAtMs ?? Date.now() }} />
      </Box>
      <Flex gap={2}>
        {run.state === 'paused' ? (
          <Button look="primary" onClick={() => work.resume(run)}>
            Go on
          </Button>
        ) : (
          <Button onClick={() => work.pause(run)}>Stop for now</Button>
        )}
        <Button onClick={() => work.cancel(run)}>End it</Button>
      </Flex>
    </Flex>
  );
}

/** What the last line-ups came to, and whether what they found counts. */
export function RunsPart({ runs, work }: { runs: readonly LineRun[]; work: LineWork }) {
  const ended = runs.filter((r) => ['done', 'failed', 'cancelled'].includes(r.state));
  return (
    <Box as="ul" display="grid" gap={3} listStyleType="none">
      {[...ended].reverse().map((r) => (
        <li key={r.id}>
          {new Date(r.endedAtMs ?? 0).toLocaleString([], { dateStyle: 'short', timeStyle: 'short' })} by {r.by}:{' '}
          {formatCount(r.doneFiles, 'clip', 'clips')} read, {formatCount(r.donePairs, 'pair', 'pairs')} measured
          {r.state === 'cancelled' ? ', ended by hand' : ''}
          {r.failure ? <Look> {r.failure}</Look> : null}
          {r.notHere > 0 ? (
            <Box>
              <Look>No verified copy of {formatCount(r.notHere, 'clip', 'clips')} was plugged in: left out.</Look>
            </Box>
          ) : null}
          <Box mt={1}>
            {r.withdrawnAtMs === null ? (
              <Button size="small" onClick={() => work.withdraw(r)}>
                Take back what it found
              </Button>
            ) : (
              <>
                Taken back by {r.withdrawnBy}.{' '}
                <Button size="small" onClick={() => work.restore(r)}>
                  Let it count again
                </Button>
              </>
            )}
          </Box>
        </li>
      ))}
    </Box>
  );
}
