import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { coverageOf, failuresOf } from '@kavrell/core/holds';
import { oneHands, spareAdvice, type KitMatch } from '@kavrell/core/kitNeeds';
import { usePlanned } from '../../app/production.tsx';
import { Look, Part } from '../../ui/parts.tsx';

/** Spares by what would be lost without them, plenty that is not in the van, and all of a kind in one hand: said aloud. */
export function SparesPart({ matches, leftOut }: { matches: readonly KitMatch[]; leftOut: number }) {
  const { rows, timed } = usePlanned();
  const fails = useMemo(() => (timed ? failuresOf(coverageOf({ ...rows, plan: timed })) : null), [rows, timed]);
  const advice = useMemo(() => (fails ? spareAdvice(fails, matches, leftOut) : []), [fails, matches, leftOut]);
  const hands = useMemo(() => oneHands(rows.kitLines), [rows.kitLines]);
  if (advice.length === 0 && hands.length === 0) return null;
  const who = (id: string | null) => rows.people.find((p) => p.id === id)?.shortName ?? 'nobody';
  return (
    <Part title="Spares, and what hangs on one hand">
      <Box as="ul" listStyleType="none" display="grid" gap={2}>
        {hands.map((h) => (
          <li key={h.key}>
            <Look>All in one hand</Look>: {h.department}, {h.lines.length} things, are all{' '}
            {h.carrierId ? `with ${who(h.carrierId)}` : `in ${h.crate ?? ''}`}.
          </li>
        ))}
        {advice.map((a) => (
          <li key={a.key}>
            <Look>{a.kind === 'few' ? 'No spare' : 'Too many'}</Look>: {a.what}. {a.why}
          </li>
        ))}
      </Box>
    </Part>
  );
}
