import { Box, Progress } from '@chakra-ui/react';
import { formatRunning } from '@kavrell/core/units';

/** How far a work is, and since when. */
export interface Way {
  share: number;
  startedMs: number;
}

/** Less of the way than this says nothing of the rest. */
const LEAST_SHARE = 0.05;

/** How long the rest takes at the pace so far; null until there is a pace. */
export const leftMsOf = ({ share, startedMs }: Way, nowMs: number): number | null =>
  share < LEAST_SHARE ? null : ((nowMs - startedMs) * (1 - share)) / share;

/** A long work on its way: how far, and how long it takes yet by its pace so far. */
export function Working({ label, way, nowMs = Date.now() }: { label: string; way: Way; nowMs?: number }) {
  const left = leftMsOf(way, nowMs);
  return (
    <Box minW="120px" data-working>
      <Progress.Root value={Math.round(100 * way.share)}>
        <Progress.Track aria-label={label}>
          <Progress.Range />
        </Progress.Track>
      </Progress.Root>
      <Box color="soft" fontSize="s">
        {left === null
          ? 'begun'
          : `${Math.round(100 * way.share)}\u00a0%, about ${formatRunning(Math.max(1000, left))} left`}
      </Box>
    </Box>
  );
}
