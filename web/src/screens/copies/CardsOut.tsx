import { Box } from '@chakra-ui/react';
import { cardsOut } from '@kavrell/core/log';
import { dateOf } from '@kavrell/core/time';
import { formatDate, formatInstant } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { Look } from '../../ui/parts.tsx';

/** Cards that somebody tapped out of a camera on Roll and that were not read here yet: their only copy is on them. */
export function CardsOut() {
  const { rows, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const out = cardsOut(
    rows.logEntries,
    rows.cards.map((c) => c.label),
  );
  if (out.length === 0) return null;
  const when = (atMs: number) => {
    const own = rows.days.find((d) => d.date === dateOf(atMs, d.timeZone)) ?? day;
    if (!own) return '';
    const at = formatInstant(atMs, own, clock);
    return own.id === day?.id ? at : `${formatDate(own.date)} ${at}`;
  };
  return (
    <Box role="status" mb={3} data-cards-out>
      <Look>Out of a camera, not read here yet:</Look>{' '}
      {out
        .map((c) => {
          const letter = rows.cameras.find((k) => k.id === c.cameraId)?.letter;
          return `${c.label} (${[letter ? `from ${letter}` : '', when(c.atMs)].filter(Boolean).join(', ')})`;
        })
        .join(' · ')}
      . What is on them is on them alone.
    </Box>
  );
}
