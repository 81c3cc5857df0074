import { Box } from '@chakra-ui/react';
import { lateWords, type DayPlan, type OddsPart } from '@kavrell/core/day';
import { formatMinutes } from '@kavrell/core/units';
import { Shares } from '../../ui/Shares.tsx';
import { useHeavy } from '../../workers/useHeavy.ts';

/** Why late days are late: what the latest fifth is longer by than the middling ones. */
export function LateDaysPart({
  parts,
  plan,
  nameOf,
}: {
  parts: readonly OddsPart[];
  plan: DayPlan;
  nameOf: (id: string) => string;
}) {
  const late = useHeavy(parts, parts.length > 0 ? (work) => work.late(parts) : null, plan);
  if (!late || late.parts.length === 0) return null;
  const { rows, restMin } = lateWords(late, nameOf);
  return (
    <Box minW="280px" flex="1" data-late>
      <Box as="h2" fontSize="m" mb={2}>
        The latest fifth wrap {formatMinutes(late.lateMin - late.middleMin)} after the middle one
      </Box>
      <Shares
        whole={late.lateMin - late.middleMin}
        rows={[
          ...rows.map((r) => ({ name: r.words, share: r.minutes, words: formatMinutes(r.minutes) })),
          ...(Math.abs(restMin) >= 1 ? [{ name: 'all the rest', share: restMin, words: formatMinutes(restMin) }] : []),
        ]}
      />
    </Box>
  );
}
