import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { CopyJob } from '@kavrell/core/copies';
import { formatBytes, formatRunning } from '@kavrell/core/units';
import { Button } from '../../ui/Button.tsx';

/** A running copy: bytes read of all, rate as measured, time left from that rate. */
export function JobBar({ job, card, cancel }: { job: CopyJob; card: string; cancel: () => void }) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, []);
  const share = job.totalBytes ? job.doneBytes / job.totalBytes : 0;
  const seconds = job.startedAtMs ? (now - job.startedAtMs) / 1000 : 0;
  const rate = seconds > 0.5 ? job.doneBytes / seconds : 0;
  const left = rate > 0 ? ((job.totalBytes - job.doneBytes) / rate) * 1000 : null;
  return (
    <Box
      border="1px solid"
      borderColor="edge"
      borderRadius="r"
      p={3}
      mb={4}
      role="status"
      aria-label={`Copying ${card}`}
    >
      <Flex justify="space-between" gap={4} wrap="wrap" align="center">
        <strong>{job.state === 'waiting' ? `${card} waits its turn` : `Copying and verifying ${card}`}</strong>
        <span>
          {formatBytes(job.doneBytes)} of {formatBytes(job.totalBytes)}
          {rate ? ` · ${formatBytes(rate)}/s` : ''}
          {left !== null && share < 1 ? ` · ${formatRunning(left)} left` : ''}
        </span>
        <Button size="small" onClick={cancel}>
          Stop
        </Button>
      </Flex>
      <Box
        h="6px"
        bg="hairline"
        mt={2}
        role="progressbar"
        aria-valuenow={Math.round(share * 100)}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-label="Bytes read"
      >
        <Box h="6px" bg="text" style={{ width: `${share * 100}%` }} />
      </Box>
    </Box>
  );
}
