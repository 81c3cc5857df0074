import { Box } from '@chakra-ui/react';
import { formatCount, formatMinutes } from '@kavrell/core/units';
import { Look } from '../../ui/parts.tsx';
import type { Night } from './useTonight.ts';

/** What would make the night shorter, each with its minutes and what it breaks; fresh cards for the next day. */
export function TonightLevers({ night, name }: { night: Night; name: (id: string) => string }) {
  const { levers, fresh, packs } = night;
  return (
    <Box
      display="grid"
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', md: 'repeat(2, minmax(0, 1fr))' }}
      gap={6}
      mb={5}
    >
      <Box as="section" aria-label="What would make it sooner">
        <Box as="h2" fontSize="m" fontWeight="700" mb={2}>
          What would make it sooner
        </Box>
        {levers.length === 0 ? (
          'Nothing of what is here.'
        ) : (
          <Box as="ul" listStyleType="none" display="grid" gap={1}>
            {levers.map((l) => (
              <li key={l.key}>
                {l.without === null ? l.words : `Without ${name(l.without)}`}:{' '}
                <strong>
                  {l.sleepSoonerS >= 60
                    ? `to bed ${formatMinutes(l.sleepSoonerS / 60)} sooner`
                    : `done ${formatMinutes(l.doneSoonerS / 60)} sooner`}
                </strong>
                {l.breaks ? <Look>, breaks {l.breaks}</Look> : null}
              </li>
            ))}
          </Box>
        )}
      </Box>
      <Box as="section" aria-label="Fresh for the next day">
        <Box as="h2" fontSize="m" fontWeight="700" mb={2}>
          Fresh for the next day
        </Box>
        {fresh.length === 0 ? (
          'No next day is planned with anything to record.'
        ) : (
          <Box as="ul" listStyleType="none" display="grid" gap={1}>
            {fresh.map((f) => (
              <li key={f.letter}>
                {f.letter} needs {formatCount(f.needs, 'card')}, has {f.has} empty:{' '}
                {f.has >= f.needs ? <strong>enough</strong> : <Look>{f.needs - f.has} short</Look>}
              </li>
            ))}
            {packs.map((p) => (
              <li key={`pack ${p.letter}`}>
                {p.letter} needs {formatCount(p.needs, 'pack')}, {p.full} will be full:{' '}
                {p.full >= p.needs ? <strong>enough</strong> : <Look>{p.needs - p.full} short</Look>}
              </li>
            ))}
          </Box>
        )}
      </Box>
    </Box>
  );
}
