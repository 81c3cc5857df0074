import { Box } from '@chakra-ui/react';
import { lateWords, type DayPlan, type OddsPart } from '@kavrell/core/day';
import { formatMinutes } from '@kavrell/core/units';
import { Facts } from '../../ui/parts.tsx';
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
      <Facts
        rows={[
          ...rows.map((r) => [r.words, formatMinutes(r.minutes)] as const),
          ...(Math.abs(restMin) >= 1 ? [['all the rest', formatMinutes(restMin)] as const] : []),
        ]}
      />
    </Box>
  );
}
