import { Box, Flex, Progress } from '@chakra-ui/react';
import type { CopyJob, Drive, JobPlace } from '@kavrell/core/copies';
import { formatBytes, formatRunning } from '@kavrell/core/units';
import { Button } from '../../ui/Button.tsx';
import { Look } from '../../ui/parts.tsx';
import type { CopyWork } from './work.ts';

const said = (job: CopyJob, card: string): string => {
  if (job.state === 'waiting') return `${card} waits its turn`;
  if (job.state === 'paused') return `${card} is paused: what is verified stays`;
  if (job.totalFiles === 0) return `Reading what is on ${card} …`;
  return job.kind === 'check' ? `Reading the copies of ${card} again` : `Copying and verifying ${card}`;
};

/** A job that has not ended: for every drive what is written, what of it is verified, the measured rate and the time left by it. */
export function JobBar({
  job,
  card,
  drives,
  work,
}: {
  job: CopyJob;
  card: string;
  drives: readonly Drive[];
  work: CopyWork;
}) {
  const orderOf = new Map(drives.map((d, i) => [d.id, i]));
  const inOrder = (a: JobPlace, b: JobPlace) => (orderOf.get(a.driveId) ?? 0) - (orderOf.get(b.driveId) ?? 0);
  return (
    <Box
      border="1px solid"
      borderColor="edge"
      borderRadius="r"
      p={3}
      mb={4}
      role="status"
      aria-label={said(job, card)}
      data-job={job.state}
    >
      <Flex justify="space-between" gap={3} wrap="wrap" align="center">
        <strong>{said(job, card)}</strong>
        <Flex gap={2}>
          {job.state === 'paused' ? (
            <Button look="primary" onClick={() => work.resume(job)}>
              Go on
            </Button>
          ) : (
            <Button onClick={() => work.pause(job)}>Pause</Button>
          )}
          <Button onClick={() => work.cancel(job)}>Stop</Button>
        </Flex>
      </Flex>
      {[...job.places].sort(inOrder).map((place) => (
        <PlaceBar
          key={place.driveId}
          place={place}
          name={drives.find((d) => d.id === place.driveId)?.name ?? 'a drive that was taken out of the list'}
          job={job}
        />
      ))}
    </Box>
  );
}

function PlaceBar({ place, name, job }: { place: JobPlace; name: string; job: CopyJob }) {
  const { totalBytes } = job;
  const share = (bytes: number) => (totalBytes ? `${Math.min(100, (100 * bytes) / totalBytes)}%` : '0%');
  const going = job.state === 'running' && !place.failure;
  return (
    <Box mt={3} data-place={name}>
      <Flex gap={3} wrap="wrap" fontSize="s" justify="space-between">
        <span>
          {name}
          {place.behind ? (
            <Box as="span" color="soft">
              {' '}
              at its own pace, slower than the others
            </Box>
          ) : null}
          {place.failure ? (
            <>
              {' '}
              <Look>{place.failure} Nothing more goes there.</Look>
            </>
          ) : place.failedFiles > 0 ? (
            <>
              {' '}
              <Look>{place.failedFiles} failed</Look>
            </>
          ) : null}
        </span>
        <span>
          {job.kind === 'copy' ? `${formatBytes(place.writtenBytes)} written, ` : ''}
          {formatBytes(place.checkedBytes)} of {formatBytes(totalBytes)} verified
          {going && place.bytesPerSecond ? ` · ${formatBytes(place.bytesPerSecond)}/s` : ''}
          {going && place.leftMs ? ` · ${formatRunning(place.leftMs)} left` : ''}
        </span>
      </Flex>
      <Progress.Root value={totalBytes ? Math.round((100 * place.checkedBytes) / totalBytes) : 0} mt={1}>
        <Progress.Track aria-label={`Verified on ${name}`}>
          {/* Written is a line, verified is solid: a copy that was not compared is no copy. */}
          <Box position="absolute" left={0} top="2px" h="2px" bg="soft" style={{ width: share(place.writtenBytes) }} />
          <Progress.Range position="absolute" left={0} top={0} style={{ width: share(place.checkedBytes) }} />
        </Progress.Track>
      </Progress.Root>
    </Box>
  );
}
