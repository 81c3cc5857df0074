import { useMemo } from 'react';
import { dayFields, type Day } from '@kavrell/core/day';
import { formatMinuteOfDay, parseClockOn } from '@kavrell/core/units';
import { AddDay, NoDay } from '../../app/NoDay.tsx';
import { usePlanned } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { choiceColumn, dateColumn, minutesColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import type { Column } from '../../ui/column.ts';
import { tableEdits } from '../../ui/edits.ts';
import { useHashSelection } from '../../ui/selection.ts';
import { RowFields } from '../../ui/RowFields.tsx';
import { Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';

function clockColumn(id: 'callMin' | 'wantedWrapMin', header: string, clock: '24' | '12'): Column<Day> {
  return {
    id,
    header,
    width: '84px',
    end: true,
    value: (d) => d[id],
    render: (d) => <span>{formatMinuteOfDay(d[id], d, clock)}</span>,
    edit: { get: (d) => formatMinuteOfDay(d[id], d), set: (text, d) => ({ [id]: parseClockOn(text, d) }) },
  };
}

/** The days of the job: date, zone, call, wanted wrap. */
export function DaysView() {
  const { production, rows } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const columns = useMemo<Column<Day>[]>(
    () => [
      numberColumn('number', 'Day', '44px'),
      dateColumn('date', 'Date', '128px'),
      { ...textColumn<Day>('timeZone', 'Time zone', '140px'), extra: 3 },
      {
        ...choiceColumn<Day>(
          'basePlaceId',
          'Base place',
          '140px',
          rows.places.map((p) => [p.id, p.name] as const),
          'no place',
        ),
        extra: 2,
        hint: 'its sun is the day’s, and its address the call’s',
      },
      clockColumn('callMin', 'Call', clock),
      { ...minutesColumn<Day>('loadInMin', 'Load-in', '90px'), extra: 1 },
      { ...minutesColumn<Day>('strikeMin', 'Strike', '90px'), extra: 1 },
      clockColumn('wantedWrapMin', 'Wrap by', clock),
      { ...numberColumn<Day>('gustMps', 'Gusts', '90px', { unit: 'm/s', optional: true }), extra: 3 },
      { ...textColumn<Day>('notes', 'Notes', 'minmax(200px, 1fr)'), extra: 4 },
    ],
    [rows.places, clock],
  );
  const edits = tableEdits<Day>(production.id, 'days', (d) => `Day ${d.number}`, 'day');
  const [selectedId, select] = useHashSelection();
  const chosen = rows.days.find((d) => d.id === selectedId);
  return (
    <>
      {rows.days.length === 0 ? (
        <NoDay>
          A day has a date, a time zone, a call and a wanted wrap. Kavrell then says whether the shots you give it fit.
        </NoDay>
      ) : (
        <DataTable
          name="Days"
          rows={rows.days}
          columns={columns}
          fields={dayFields}
          height="40vh"
          actions={<AddDay />}
          selectedId={selectedId}
          onSelect={(d) => select(d?.id ?? null)}
          {...edits}
        />
      )}
      <Sheet>
        {chosen ? (
          <RowFields row={chosen} columns={columns} fields={dayFields} onEdit={edits.onEdit} />
        ) : (
          <Part>Choose a day to see all of it.</Part>
        )}
        <Why
          lines={[
            'Each day has its own time zone: its plan is minutes from that day’s local midnight, right across a clock change.',
          ]}
        />
      </Sheet>
    </>
  );
}
