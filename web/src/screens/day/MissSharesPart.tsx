import { Box } from '@chakra-ui/react';
import type { DayPlan, Odds, OddsPart } from '@kavrell/core/day';
import { formatCount } from '@kavrell/core/units';
import { shareSaid } from '../../app/odds.ts';
import { Facts, Why } from '../../ui/parts.tsx';
import { Shares } from '../../ui/Shares.tsx';
import { useHeavy } from '../../workers/useHeavy.ts';

const SHOWN = 7;
const figure = (share: number) => String(Math.round(share * 100));
const percent = (share: number) => `${figure(share)}\u00a0%`;

/** Whose luck makes the day miss its wrap: shares of the days that do, and what would be left of them without it. */
export function MissSharesPart({
  parts,
  plan,
  scatter,
  nameOf,
}: {
  parts: readonly OddsPart[];
  plan: DayPlan;
  /** What the wrap’s scatter hangs on, for a plan that misses without any luck. */
  scatter: Odds['risks'];
  nameOf: (id: string) => string;
}) {
  const miss = useHeavy(parts, parts.length > 0 ? (work) => work.miss(parts) : null, plan);
  if (!miss) return null;
  const carries = miss.parts.filter((p) => p.share > 0);
  const shown = carries.slice(0, SHOWN);
  const rest = miss.missShare - shown.reduce((sum, p) => sum + p.share, 0);
  return (
    <Box minW="280px" flex="1" data-miss>
      <Box as="h2" fontSize="m" mb={2}>
        What carries the risk
      </Box>
      {miss.plannedMiss ? (
        <>
          <Box mb={2}>The estimates alone wrap too late: it is the plan that misses. How far off hangs on:</Box>
          <Shares
            rows={scatter
              .slice(0, SHOWN)
              .filter((r) => r.share >= 0.005)
              .map((r) => ({ name: nameOf(r.id), share: r.share, words: `${percent(r.share)} of the scatter` }))}
          />
        </>
      ) : shown.length === 0 ? (
        <Box>No day of {miss.days} misses the wrap.</Box>
      ) : (
        <>
          <Box color="soft" fontSize="s" mb={2}>
            Share of the days that miss · how many would, without its luck
          </Box>
          <Shares
            whole={miss.missShare}
            rows={[
              ...shown.map((p) => ({
                name: p.id === null ? 'The day itself' : nameOf(p.id),
                share: p.share,
                words: `${percent(p.share)}${p.withoutShare === null ? '' : ` · ${figure(miss.missShare)}\u00a0→\u00a0${percent(p.withoutShare)}`}`,
              })),
              ...(Math.abs(rest) >= 0.005 ? [{ name: 'All the rest', share: rest, words: percent(rest) }] : []),
            ]}
          />
          <Facts rows={[['Days that miss', shareSaid(miss.missShare)]]} />
          <Why
            lines={[
              `${formatCount(miss.days, 'day')}: luck is given block by block (a shot and the way to it), in an order of each day’s own; the block that takes the wrap past the wish has that day. The shares add up to the days that miss (Shapley values).`,
              'The day itself: everything slower or faster at once. Without its luck: the same days, that block at its estimate.',
              `Error of the largest share ± ${(miss.errorShare * 100).toFixed(1)} points. Meals lie where each day turns out to need them, as if that were known: decided on the minute, most days miss no more often, those with tight windows up to 30 points more.`,
            ]}
          />
        </>
      )}
    </Box>
  );
}
