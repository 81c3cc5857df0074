import { Box } from '@chakra-ui/react';
import { useCallback, useMemo } from 'react';
import { Link } from 'react-router';
import type { BatteryLine } from '@kavrell/core/kitNeeds';
import { batteriesOfDay, uncountedOfDay } from '@kavrell/core/productions';
import { formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { screenLink } from '../../app/links.ts';
import { usePlanned } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { LinkButton } from '../../ui/Button.tsx';
import type { Column } from '../../ui/column.ts';
import { DataTable } from '../../ui/DataTable.tsx';
import { Empty, Look, Part, Why } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet } from '../../ui/sheet.tsx';
import { PackBand } from './PackBand.tsx';

interface Row extends BatteryLine {
  version: number;
}
const SHOWN_SWAPS = 6;

/** What runs on packs today: minutes on, when a pack is changed, how many it takes, and when they are full again. */
export function BatteriesView() {
  const { production, rows, timed, day } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const [chosenId, choose] = useHashSelection();
  const list = useMemo<Row[]>(
    () => (timed ? batteriesOfDay(rows, timed).map((b) => ({ ...b, version: 1 })) : []),
    [rows, timed],
  );
  const uncounted = useMemo(() => (timed ? uncountedOfDay(rows, timed) : []), [rows, timed]);
  const at = useCallback((min: number) => (day ? formatMinuteOfDay(min, day, clock) : ''), [day, clock]);
  const columns = useMemo<Column<Row>[]>(
    () => [
      { id: 'name', header: 'What', width: 'minmax(120px, 1.2fr)', value: (r) => r.name },
      {
        ...{ id: 'onMin', header: 'On', width: '84px', end: true, value: (r: Row) => r.onMin },
        render: (r) => <span>{formatMinutes(Math.round(r.onMin))}</span>,
      },
      {
        ...{ id: 'lastsMin', header: 'A pack lasts', width: '100px', end: true, extra: 1 },
        value: (r) => Math.round(r.lastsMin),
        render: (r) => <span>{formatMinutes(Math.floor(r.lastsMin))}</span>,
      },
      { id: 'packs', header: 'Packs', width: '70px', end: true, value: (r) => r.packsNeeded },
      {
        ...{ id: 'has', header: 'There are', width: '92px', end: true, extra: 1, value: (r: Row) => r.has },
        render: (r) => (r.short > 0 ? <Look>{r.has}</Look> : <span>{r.has ?? 'nobody said'}</span>),
      },
      {
        ...{ id: 'swaps', header: 'Changed at', width: 'minmax(130px, 1.6fr)' },
        value: (r) => swapWords(r, at) || 'not changed',
      },
    ],
    [at],
  );
  if (list.length === 0)
    return (
      <Empty title={uncounted.length > 0 ? 'Nobody said how long a pack lasts' : 'Nothing runs on packs today'}>
        {uncounted.length > 0 ? `Not counted: ${uncounted.join(', ')}. ` : ''}A camera with minutes on a pack (Camera),
        or a lamp set to battery on its plan (Light), is counted here over the day’s own lines.
      </Empty>
    );
  const chosen = list.find((r) => r.id === chosenId) ?? list[0];
  const low = day?.forecast?.lowC ?? null;
  return (
    <>
      {uncounted.length > 0 ? (
        <Box mb={3} role="status">
          <Look>Not counted</Look>, since nobody said how long a pack lasts: {uncounted.join(', ')}.
        </Box>
      ) : null}
      {timed ? <PackBand lines={list} plan={timed} at={at} /> : null}
      <DataTable
        name="Packs"
        rows={list}
        columns={columns}
        height="44vh"
        selectedId={chosen?.id ?? null}
        onSelect={(r) => choose(r?.id ?? null)}
      />
      <Box mt={3}>
        <LinkButton asChild>
          <Link to={screenLink(production.id, day?.number ?? null, 'copies')}>
            Tonight: chargers, sockets and who sleeps
          </Link>
        </LinkButton>
      </Box>
      <Sheet>
        {chosen ? (
          <Part title={chosen.name}>
            <h2>
              {chosen.packsNeeded} {chosen.packsNeeded === 1 ? 'pack' : 'packs'}
            </h2>
            <Box>{swapWords(chosen, at, Infinity) || 'One full pack lasts all of it.'}</Box>
            {chosen.swaps.some((s) => s.whileOn) ? (
              <Box>
                <Look>While it is on</Look>: {chosen.swaps.filter((s) => s.whileOn).length} of these fall into a take or
                a setup.
              </Box>
            ) : null}
            {chosen.short > 0 && chosen.emptyAtMin !== null ? (
              <Box>
                <Look>Short</Look>: with {chosen.has} it stands from {at(chosen.emptyAtMin)} on.
              </Box>
            ) : null}
            {chosen.chargedMin !== null ? (
              <Box>Full again by {at(chosen.chargedMin)}, if the chargers that take them are for these alone.</Box>
            ) : null}
          </Part>
        ) : null}
        <Why
          lines={[
            'Minutes on one pack, less a tenth that stays in it and what the cold takes (typical, ±10 %), over the lines of the day on which it is on. A lamp draws in proportion to its level, and a tenth of its pack is lost on the way.',
            low === null
              ? 'Nobody said how cold it gets: nothing is taken off for it.'
              : `Cold as forecast: ${low} °C.`,
            'How many packs there are is said under Tonight, with the camera that each kind runs; a lamp has its own.',
          ]}
        />
        <Part title="Care">
          Lithium packs: charge where somebody is awake, never a swollen or wet one. By air the current rules of carrier
          and country decide; commonly up to 100 Wh go into the cabin, 100–160 Wh with approval and few, above that not,
          and loose packs never into the hold. Look them up.
        </Part>
      </Sheet>
    </>
  );
}

function swapWords({ swaps }: BatteryLine, at: (min: number) => string, most = SHOWN_SWAPS): string {
  const shown = swaps.slice(0, most).map((s) => `${at(s.atMin)}${s.whileOn ? ' while on' : ''}`);
  return [...shown, ...(swaps.length > most ? [`and ${swaps.length - most} more`] : [])].join(', ');
}
