import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { lifeOf, type CardStatus, type LifeKind } from '@kavrell/core/copies';
import { dateOf } from '@kavrell/core/time';
import { formatDate, formatInstant } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { Part } from '../../ui/parts.tsx';

/** Beside each word a shape: in and out of a camera open, copies half, kept full, what is odd an edge. */
const SHAPES: Readonly<Record<LifeKind, string>> = {
  ...{
    inCamera: '◇',
    out: '◇',
    read: '○',
    copied: '◐',
    checked: '◐',
    kept: '●',
    released: '□',
    withdrawn: '○',
    alarm: '△',
  },
};

/** What happened to a card, in order, with when and who. */
export function CardLife({ status }: { status: CardStatus }) {
  const { rows, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const events = useMemo(
    () =>
      lifeOf(
        status,
        { jobs: rows.copyJobs, releases: rows.releases },
        rows.drives,
        rows.logEntries,
        (id) => rows.cameras.find((c) => c.id === id)?.letter ?? '?',
      ),
    [status, rows.copyJobs, rows.releases, rows.drives, rows.logEntries, rows.cameras],
  );
  if (events.length === 0) return null;
  const when = (atMs: number) => {
    const own = rows.days.find((d) => d.date === dateOf(atMs, d.timeZone)) ?? day;
    if (!own) return '';
    return own.date === dateOf(atMs, own.timeZone)
      ? `${formatDate(own.date)} ${formatInstant(atMs, own, clock)}`
      : formatDate(dateOf(atMs, own.timeZone));
  };
  return (
    <Part title="Its life">
      <Box as="ol" listStyleType="none" display="grid" gap={1} aria-label="Life of the card">
        {events.map((e, i) => (
          <Box as="li" key={`${e.kind}${e.atMs}${i}`} overflowWrap="anywhere">
            <span aria-hidden="true">{SHAPES[e.kind]}</span>{' '}
            <Box as="span" color="soft">
              {when(e.atMs)}
              {e.by ? `, ${e.by}` : ''}
            </Box>{' '}
            {e.words}
          </Box>
        ))}
      </Box>
    </Part>
  );
}
