import { Box } from '@chakra-ui/react';
import type { Loss } from '@kavrell/core/copies';
import { formatBytes, formatCount } from '@kavrell/core/units';
import { Look } from '../../ui/parts.tsx';
import { Severity } from '../../ui/Severity.tsx';

export const SHOWN = 8;

const LOSS_WORDS = {
  card: 'is lost or dies',
  drive: 'dies',
  bag: 'is stolen',
  vehicle: 'is stolen or burns',
  building: 'burns',
  person: 'is robbed',
} as const;

/** What each single loss would take, the worst first, and what nobody said the place of. */
export function LossesPart({
  told,
  name,
  unplaced,
}: {
  told: Loss[];
  name: (id: string) => string;
  unplaced: string[];
}) {
  return (
    <Box as="section" aria-label="What one loss would cost" mb={5}>
      <Box as="h2" fontSize="m" fontWeight="700" mb={2}>
        What one loss would cost
      </Box>
      {told.length === 0 ? (
        <Box color="soft">Once cards are copied: what the death of a drive, a theft or a fire would take.</Box>
      ) : (
        <Box as="ol" listStyleType="none" display="grid" gap={1}>
          {told.map((l) => (
            <Box as="li" key={l.id} overflowWrap="anywhere">
              If {name(l.id)} {LOSS_WORDS[l.kind]}:{' '}
              {l.lost.length > 0 ? (
                <Severity level="danger">
                  {l.lost.slice(0, SHOWN).join(', ')}
                  {l.lost.length > SHOWN ? ` and ${l.lost.length - SHOWN} more` : ''} lost, {formatBytes(l.lostBytes)}
                </Severity>
              ) : (
                `nothing lost; one copy left of ${formatCount(l.lastCopy.length, 'card')}`
              )}
            </Box>
          ))}
        </Box>
      )}
      {unplaced.length > 0 ? (
        <Box mt={2}>
          <Look>Nobody said where</Look> these are, so each counts as lying by itself:{' '}
          {unplaced.map(name).slice(0, SHOWN).join(', ')}
          {unplaced.length > SHOWN ? ` and ${unplaced.length - SHOWN} more` : ''}.
        </Box>
      ) : null}
    </Box>
  );
}
