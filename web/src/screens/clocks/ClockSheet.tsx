import { KIND_WORDS, useClockColumns } from './useClockColumns.ts';
import { Box } from '@chakra-ui/react';
import {
  STANDING_WORDS,
  clockFields,
  jamFields,
  jamsOf,
  offsetSaid,
  type Clock,
  type ClockState,
} from '@kavrell/core/clocks';
import type { Day } from '@kavrell/core/day';
import { msToMinute } from '@kavrell/core/time';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { CalcWhy } from '../../ui/CalcWhy.tsx';
import { tableEdits } from '../../ui/edits.ts';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Facts, Look, Part } from '../../ui/parts.tsx';
import { RowFields } from '../../ui/RowFields.tsx';
import { toleranceSaid } from '../../shared/clocks/jam.ts';
import { ReadOff } from './ReadOff.tsx';

function optionalNumber(text: string): number | null {
  if (text.trim() === '') return null;
  const value = Number(text.trim().replace('−', '-').replace(',', '.'));
  if (!Number.isFinite(value)) throw new Error('Write milliseconds, such as −12.4, or nothing.');
  return value;
}

/** The selected clock: its standing, why, the jam log, and all of it to edit. */
export function ClockSheet({ state, day }: { state: ClockState; day: Day }) {
  const { production, rows, me } = usePlanned();
  const clockStyle = usePreferences((s) => s.clock);
  const { clock, source, lastJam, ppm, driftMs, jamByMs, standing, readingMs, rateFault, toleranceMs } = state;
  const columns = useClockColumns(clock);
  const edits = tableEdits<Clock>(production.id, 'clocks', (c) => c.name, 'clock');
  const time = (ms: number) => formatMinuteOfDay(msToMinute(day.date, day.timeZone, ms), day, clockStyle);
  const log = jamsOf(clock, rows.jams).reverse();
  return (
    <>
      <Part>
        <h2>{clock.name}</h2>
        <Box color="soft">
          {KIND_WORDS[clock.kind]}
          {source ? `, follows ${source.name}` : ', a source'}
          {clock.simulated ? ' · a simulated stand-in' : ''}
        </Box>
      </Part>
      {rateFault ? (
        <Part>
          <Look>{rateFault}</Look>
        </Part>
      ) : null}
      <Part>
        <Facts
          rows={[
            ['Standing', STANDING_WORDS[standing]],
            ...(readingMs === null || clock.link === 'locked'
              ? []
              : [['Off now, it reports', offsetSaid(readingMs)] as const]),
            ...(driftMs === null || ppm?.from === 'reported'
              ? []
              : [
                  [
                    ppm?.from === 'stated' ? 'Drift since, at worst' : 'Drift since',
                    ppm?.from !== 'stated' ? offsetSaid(driftMs) : `±\u00a0${Math.abs(driftMs).toFixed(1)}\u00a0ms`,
                  ] as const,
                ]),
            ['Tolerance', toleranceSaid(clock)],
            ...(lastJam ? [['Last jammed', time(lastJam.atMs)] as const] : []),
            ...(jamByMs === null ? [] : [['Jam again by', time(jamByMs)] as const]),
          ]}
        />
      </Part>
      {ppm ? (
        <CalcWhy
          name="clock.rejam"
          input={{ ppm: Math.round(ppm.value * 1000) / 1000, toleranceMs }}
          note={
            ppm.from === 'reported'
              ? 'The difference is what the stand-in reports to be off now, over the time since its last jam.'
              : ppm.from === 'measured'
                ? 'The difference is measured: what was found at the last jam, over the time since the one before.'
                : `The difference is the worst case: ±${clock.statedPpm} ppm stated for it and ±${source?.statedPpm ?? 0} ppm for ${source?.name ?? 'its source'} add. Note what you find at the next jam and it is measured.`
          }
        />
      ) : null}
      {source && !clock.simulated ? <ReadOff key={clock.id} clock={clock} source={source} day={day} /> : null}
      {source && clock.link === 'jam' ? (
        <Part title={log.length ? 'Jam log, newest first' : 'Not jammed yet'}>
          <Box as="ol" display="grid" gap={2}>
            {log.map((jam, i) => (
              <Box as="li" key={jam.id}>
                <strong>{time(jam.atMs)}</strong> {rows.clocks.find((c) => c.id === jam.sourceId)?.name ?? 'no source'}
                {jam.foundOffsetMs === null ? (
                  <Box as="span" color="soft">
                    {' '}
                    · nobody looked
                  </Box>
                ) : (
                  <> · was {offsetSaid(jam.foundOffsetMs)}</>
                )}
                {jam.note ? <> · {jam.note}</> : null}
                {i === 0 && me.role === 'owner' ? (
                  <FieldEdit
                    label="It was off by, ms (+ ahead)"
                    value={jam.foundOffsetMs === null ? '' : String(jam.foundOffsetMs)}
                    set={(text) => ({ foundOffsetMs: optionalNumber(text) })}
                    fields={jamFields}
                    save={(values) =>
                      void change(production.id, `${clock.name}: found at the jam`, [
                        { op: 'update', table: 'jams', row: jam, values },
                      ])
                    }
                  />
                ) : null}
              </Box>
            ))}
          </Box>
        </Part>
      ) : null}
      {me.role === 'owner' ? (
        <>
          <RowFields row={clock} columns={columns} fields={clockFields} onEdit={edits.onEdit} />
          <Part>
            <Button onClick={() => edits.onDelete([clock])}>Delete {clock.name}</Button>
          </Part>
        </>
      ) : null}
    </>
  );
}
