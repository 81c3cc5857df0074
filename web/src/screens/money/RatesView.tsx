import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { ratesOn } from '@kavrell/core/jobMoney';
import { exchangeFields, type Exchange, type Rate } from '@kavrell/core/money';
import { pricedOn } from '@kavrell/core/productions';
import { bare, positionAfter } from '@kavrell/core/records';
import { dateOf } from '@kavrell/core/time';
import { formatCount, formatDate, parseNumber } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { productionNow } from '../../platform/clock.ts';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { WithHouseRows } from '../../shared/house/WithHouseRows.tsx';
import { RatesBench } from '../../shared/money/RatesBench.tsx';
import { Button } from '../../ui/Button.tsx';
import type { Column } from '../../ui/column.ts';
import { dateColumn, textColumn } from '../../ui/columns.tsx';
import { Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { useHashSelection } from '../../ui/selection.ts';

const RATES = ['rates'] as const;

/** What this job is priced by: rates taken over from one’s own book, and those of this job alone; what other currencies are worth. */
export function RatesView() {
  const { production, rows } = useProduction();
  const [chosenId] = useHashSelection();
  const onDate = pricedOn(rows, productionNow(production));
  return (
    <>
      <WithHouseRows tables={RATES} what="your rates book">
        {({ rates }) => <TakeOver book={rates} onDate={onDate} />}
      </WithHouseRows>
      <RatesBench
        title="Rates of this job"
        rates={rows.rates}
        currency={production.currency}
        fromDate={onDate}
        people={rows.people}
        places={rows.places}
      />
      <Exchanges />
      {chosenId === null ? (
        <Sheet>
          <Why
            lines={[
              `Of several rates for the same thing the newest that holds on ${formatDate(onDate, { year: true })} counts: the first day of the job, else today.`,
              'Somebody’s work goes by their own rate, else by the day rate in People, else by the rate whose name is their role.',
              'All other rates count by themselves: kit and places by days, food by heads, drives by what is recorded, post by minutes delivered. Type how many with a rate, and that counts.',
            ]}
          />
          <Part title="Care">Rates are as agreed. Minimum wages, overtime and rest follow local law.</Part>
        </Sheet>
      ) : null}
    </>
  );
}

/** What of the book this job doesn’t have yet, taken over with a press: it stays as it was then, whatever the book says later. */
function TakeOver({ book, onDate }: { book: readonly Rate[]; onDate: string }) {
  const { production, rows } = useProduction();
  const has = new Set(rows.rates.map((r) => `${r.kind} ${r.name.toLowerCase()} ${r.fromDate} ${r.amountMinor}`));
  const fresh = ratesOn(book, onDate).filter(
    (r) => !has.has(`${r.kind} ${r.name.toLowerCase()} ${r.fromDate} ${r.amountMinor}`),
  );
  const take = () =>
    void change(
      production.id,
      `${formatCount(fresh.length, 'rate')} from the book`,
      fresh.map((r, i) => {
        return {
          op: 'insert' as const,
          table: 'rates' as const,
          values: { ...bare(r), personId: null, placeId: null, position: positionAfter(rows.rates) + i },
        };
      }),
    );
  return (
    <Flex gap={3} align="center" wrap="wrap" mb={4} data-take-over>
      {fresh.length > 0 ? (
        <Button look={rows.rates.length === 0 ? 'primary' : 'plain'} onClick={take}>
          Take over {formatCount(fresh.length, 'rate')} from your book
        </Button>
      ) : (
        <Box color="soft">
          {book.length === 0
            ? 'Your rates book is empty: what you write there quotes every job.'
            : 'Everything of your rates book that holds on that date is here.'}
        </Box>
      )}
      <Link to="/own-kit?view=rates">Your rates book</Link>
    </Flex>
  );
}

function Exchanges() {
  const { production, rows } = useProduction();
  const columns = useMemo<Column<Exchange>[]>(
    () => [
      textColumn('currency', 'One', '90px'),
      {
        id: 'rateMillionths',
        header: `is so much ${production.currency}`,
        width: '150px',
        end: true,
        value: (e) => e.rateMillionths / 1e6,
        edit: {
          get: (e) => String(e.rateMillionths / 1e6),
          set: (t) => ({ rateMillionths: Math.round(parseNumber(t, 'The rate') * 1e6) }),
        },
      },
      dateColumn('onDate', 'On', '130px'),
      textColumn('note', 'Where it is from', 'minmax(120px, 1fr)'),
    ],
    [production.currency],
  );
  const blank = () => ({
    currency: production.currency === 'USD' ? 'EUR' : 'USD',
    rateMillionths: 1_000_000,
    onDate: dateOf(productionNow(production), 'UTC'),
    note: '',
  });
  const add = () => {
    const id = newId();
    void change(production.id, 'An exchange rate', [{ op: 'insert', table: 'exchanges', id, values: blank() }]);
    return id;
  };
  return (
    <TableBench
      title="Other currencies"
      table="exchanges"
      one="exchange rate"
      rows={rows.exchanges}
      columns={columns}
      fields={exchangeFields}
      nameOf={(e) => `One ${e.currency}`}
      adds={[['A currency', add]]}
      pasted={{ blank }}
      empty={`Everything is in ${production.currency} so far. A rate in another currency needs what one of it is worth, and from which day.`}
      height="20vh"
    />
  );
}
