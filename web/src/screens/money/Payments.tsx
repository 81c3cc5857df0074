import { useMemo } from 'react';
import { paymentFields, type Payment } from '@kavrell/core/money';
import { positionAfter } from '@kavrell/core/records';
import { dateOf } from '@kavrell/core/time';
import { useProduction } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { productionNow } from '../../platform/clock.ts';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, dateColumn, moneyColumn, textColumn } from '../../ui/columns.tsx';

/** Money that came in and went out. */
export function Payments() {
  const { production, rows } = useProduction();
  const columns = useMemo<Column<Payment>[]>(
    () => [
      choiceColumn('way', 'Way', '80px', [
        ['in', 'in'],
        ['out', 'out'],
      ]),
      moneyColumn('amountMinor', 'Amount', '100px', (p) => p.currency),
      dateColumn('onDate', 'Day', '120px'),
      {
        ...choiceColumn<Payment>(
          'personId',
          'Person',
          '110px',
          rows.people.map((p) => [p.id, p.shortName] as const),
          'nobody of the job',
        ),
        extra: 1,
      },
      {
        ...choiceColumn<Payment>(
          'paperId',
          'Invoice',
          '110px',
          rows.moneyPapers.map((p) => [p.id, p.number] as const),
          'none',
        ),
        extra: 1,
      },
      { ...textColumn<Payment>('name', 'Who', 'minmax(100px, 1fr)'), extra: 2 },
      { ...textColumn<Payment>('currency', 'Currency', '80px'), extra: 3 },
      { ...textColumn<Payment>('note', 'Note', 'minmax(90px, 1fr)'), extra: 3 },
    ],
    [rows.people, rows.moneyPapers],
  );
  const blank = (before: readonly object[] = []) => ({
    ...{ way: 'out' as const, paperId: null, personId: null, name: '', amountMinor: 0, currency: production.currency },
    ...{
      onDate: dateOf(productionNow(production), 'UTC'),
      note: '',
      position: positionAfter(rows.payments) + before.length,
    },
  });
  const add = () => {
    const id = newId();
    void change(production.id, 'A payment', [{ op: 'insert', table: 'payments', id, values: blank() }]);
    return id;
  };
  return (
    <TableBench
      title="Payments"
      table="payments"
      one="payment"
      rows={rows.payments}
      columns={columns}
      fields={paymentFields}
      nameOf={(p) => `${p.way === 'in' ? 'In' : 'Out'}, ${p.onDate}`}
      adds={[['A payment', add]]}
      pasted={{ blank }}
      empty="What came in for an invoice, and what went out to people and suppliers: then it is told who is still owed what."
      height="24vh"
    />
  );
}
