import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { rentalFields, type Rental } from '@kavrell/core/kit';
import { movingBreaks } from '@kavrell/core/productions';
import { positionAfter } from '@kavrell/core/records';
import { addDays, dateOf, isCalendarDate } from '@kavrell/core/time';
import { formatCount, formatDate, formatMoney } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { change, type Op } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, dateColumn, textColumn, moneyColumn } from '../../ui/columns.tsx';
import type { Column } from '../../ui/column.ts';
import { DateInput } from '../../ui/DateInput.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { useAllBookings } from '../../shared/people/booked.ts';
import { Severity } from '../../ui/Severity.tsx';

/** A day brought to another date: everything that hangs on it re-checked, what breaks with its price, then moved with one press. */
export function MoveView() {
  const { production, rows, day } = useProduction();
  const elsewhere = useAllBookings();
  const [to, setTo] = useState<string | null>(null);
  const date = to ?? addDays(day?.date ?? '2027-01-01', 7);
  const valid = isCalendarDate(date);
  const today = dateOf(productionNow(production), day?.timeZone ?? 'UTC');
  const moved = useMemo(
    () => (day && valid && date !== day.date ? movingBreaks(rows, day, date, today, elsewhere) : null),
    [rows, day, date, valid, today, elsewhere],
  );
  if (!day) return null;
  const money = (minor: number) => formatMoney(minor, production.currency);
  const move = () => {
    if (!moved) return;
    const ops: Op[] = [
      { op: 'update', table: 'days', row: day, values: { date, gustMps: null } },
      ...moved.windows.flatMap((w): Op[] => {
        const shot = rows.shots.find((s) => s.id === w.shotId);
        return shot ? [{ op: 'update', table: 'shots', row: shot, values: { windows: w.windows } }] : [];
      }),
    ];
    void change(production.id, `Day ${day.number} moved to ${date}`, ops);
    setTo(null);
    tell(`Day ${day.number} is on ${formatDate(date)} now. Freeze the sheet to tell everybody; Ctrl+Z takes it back.`);
  };
  return (
    <Box maxW="900px">
      <Flex gap={3} align="end" wrap="wrap" mb={2}>
        <FormField
          label="Move the day to"
          error={valid ? undefined : 'Write a date that exists, as 2027-03-25.'}
          hint={`Now ${formatDate(day.date, { long: true, year: true })}`}
        >
          {(props) => <DateInput {...props} label="Move the day to" value={date} onChange={setTo} />}
        </FormField>
        {[-1, 1, 7].map((n) => (
          <Button key={n} size="small" mb={6} onClick={() => setTo(addDays(day.date, n))}>
            {n === 7 ? 'a week later' : n === 1 ? 'a day later' : 'a day earlier'}
          </Button>
        ))}
      </Flex>
      {moved ? (
        <>
          <Box mb={2} role="status" data-moved>
            {moved.breaks.length === 0
              ? 'Nothing breaks.'
              : `${formatCount(moved.breaks.length, 'thing')} to see to${moved.costMinor > 0 ? `, ${money(moved.costMinor)} of fees` : ''}.`}
          </Box>
          <Box as="ul" display="grid" mb={4} data-breaks>
            {moved.breaks.map((b) => (
              <Box as="li" key={b.words} py={2} borderBottom="1px solid" borderColor="hairline">
                {b.level === 'note' ? b.words : <Severity level={b.level}>{b.words}</Severity>}
                {b.costMinor > 0 ? ` ${money(b.costMinor)}.` : ''}
              </Box>
            ))}
          </Box>
          <Button look="primary" mb={6} onClick={move}>
            Move it to {formatDate(date)}
            {moved.windows.length > 0 ? `, ${formatCount(moved.windows.length, 'window')} with the sun` : ''}
          </Button>
        </>
      ) : (
        <Box mb={6}>{date === day.date ? <Look>That is the date it has.</Look> : null}</Box>
      )}
      <Rentals />
      <Sheet>
        <Part title="Afterwards">One new freeze tells all who are affected what changed for them.</Part>
        <Why
          lines={[
            'Looked at: other days, who can’t or is booked elsewhere, windows against the sun of the new date, opening hours, facts that age or hang on tides, what is hired, sheets that are out.',
            'Windows after noon follow sunset, those before follow sunrise.',
          ]}
        />
      </Sheet>
    </Box>
  );
}

/** What is hired, until when it may be moved for nothing, and what calling it off costs. */
function Rentals() {
  const { production, rows, day } = useProduction();
  const columns = useMemo<Column<Rental>[]>(() => {
    return [
      textColumn('name', 'What', 'minmax(130px, 1.4fr)'),
      { ...textColumn<Rental>('supplier', 'From whom', 'minmax(110px, 1fr)'), extra: 3 },
      { ...dateColumn<Rental>('fromDate', 'From', '120px'), extra: 1 },
      { ...dateColumn<Rental>('toDate', 'To', '120px'), extra: 1 },
      { ...moneyColumn<Rental>('costMinor', 'Price', '110px', production.currency), extra: 4 },
      moneyColumn<Rental>('cancelMinor', 'Called off', '110px', production.currency),
      { ...dateColumn<Rental>('freeUntil', 'Free until', '120px', { optional: true, none: 'never' }), extra: 2 },
      {
        ...choiceColumn<Rental>(
          'dayId',
          'For',
          '110px',
          rows.days.map((d) => [d.id, `day ${d.number}`] as const),
          'its dates',
        ),
        extra: 3,
      },
    ];
  }, [production.currency, rows.days]);
  const from = day?.date ?? dateOf(productionNow(production), 'UTC');
  const blank = (before: readonly object[] = []) => ({
    name: 'Lamps',
    supplier: '',
    fromDate: from,
    toDate: from,
    costMinor: 0,
    cancelMinor: 0,
    freeUntil: null,
    dayId: null,
    position: positionAfter(rows.rentals) + before.length,
  });
  const add = () => {
    const id = newId();
    void change(production.id, 'Added a rental', [{ op: 'insert', table: 'rentals', id, values: blank() }]);
    return id;
  };
  return (
    <TableBench
      title="Hired"
      table="rentals"
      one="rental"
      rows={rows.rentals}
      columns={columns}
      fields={rentalFields}
      nameOf={(r) => r.name}
      adds={[['Add what is hired', add]]}
      pasted={{ identity: 'name', blank }}
      empty="What is hired for this job, such as “two 600 W lamps, 17 to 20 March, free to move until the 10th”: a moved day then says what it costs."
    />
  );
}
