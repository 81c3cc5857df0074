import { Box } from '@chakra-ui/react';
import type { Setup } from '@kavrell/core/light';
import { entriesOf } from '@kavrell/core/log';
import { dateOf } from '@kavrell/core/time';
import { formatDate, formatInstant } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { Part } from '../../ui/parts.tsx';

/** The light of a setup as it was frozen on the day: what it takes to build it again. */
export function AsBuiltPart({ setup }: { setup: Setup }) {
  const { rows } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const frozen = entriesOf(rows.logEntries, 'built').findLast((e) => e.payload.setupId === setup.id);
  const day = rows.days.find((d) => d.id === frozen?.dayId);
  if (!frozen || !day) return null;
  const at = formatInstant(frozen.atMs, day, clock);
  return (
    <Part title="Frozen on the day, as the plan had it">
      <Box color="soft">
        {formatDate(dateOf(frozen.atMs, day.timeZone))} {at}
        {frozen.by ? `, ${frozen.by}` : ''}
      </Box>
      <Box as="ul" listStyleType="none">
        {frozen.payload.lines.map((line, i) => (
          <li key={`${i} ${line}`}>{line}</li>
        ))}
      </Box>
      {frozen.payload.words ? <Box>Otherwise: {frozen.payload.words}</Box> : null}
    </Part>
  );
}
