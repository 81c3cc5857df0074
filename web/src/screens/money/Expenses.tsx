import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { EstimateLine } from '@kavrell/core/jobMoney';
import {
  EXPENSE_DEFAULTS,
  EXPENSE_KINDS,
  EXPENSE_KIND_WORDS,
  expenseFields,
  PAID_WITH,
  type Expense,
} from '@kavrell/core/money';
import { positionAfter } from '@kavrell/core/records';
import { dateOf } from '@kavrell/core/time';
import { useProduction } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { useFileUrl } from '../../platform/files.ts';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { storeLater } from '../../platform/storeLater.ts';
import { Button } from '../../ui/Button.tsx';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, dateColumn, moneyColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { Look, Part } from '../../ui/parts.tsx';
import { Problem } from '../../ui/Problem.tsx';
import { useReading } from '../../ui/useReading.ts';
import { heavy } from '../../workers/heavy.ts';

const LONGEST_PX = 1600;
/** A photograph larger than this is no receipt: nothing of it is read. */
const MOST_BYTES = 25 * 1024 * 1024;
/** A receipt of so long before the first day is looked at twice. */
const LONG_BEFORE_MS = 180 * 86_400_000;

/** Receipts, mileage and money back: photographed and typed where one stands, without a network too. */
export function Expenses({ lines, nowMs }: { lines: readonly EstimateLine[]; nowMs: number }) {
  const { production, rows } = useProduction();
  const { currency } = production;
  const today = dateOf(nowMs, 'UTC');
  const columns = useMemo<Column<Expense>[]>(
    () => [
      textColumn('words', 'What for', 'minmax(130px, 1.4fr)'),
      choiceColumn(
        'kind',
        'Kind',
        '100px',
        EXPENSE_KINDS.map((k) => [k, EXPENSE_KIND_WORDS[k]] as const),
      ),
      { ...dateColumn<Expense>('onDate', 'Day', '120px'), extra: 1 },
      moneyColumn('amountMinor', 'Paid', '90px', (e) => e.currency, { optional: true }),
      { ...moneyColumn<Expense>('taxMinor', 'Tax in it', '90px', (e) => e.currency, { optional: true }), extra: 2 },
      { ...textColumn<Expense>('currency', 'Currency', '80px'), extra: 4 },
      {
        ...choiceColumn<Expense>(
          'lineKey',
          'Line',
          'minmax(100px, 1fr)',
          lines.map((l) => [l.key, l.words] as const),
          'none of them',
        ),
        extra: 2,
      },
      {
        ...choiceColumn<Expense>(
          'personId',
          'Paid by',
          '110px',
          rows.people.map((p) => [p.id, p.shortName] as const),
          'you',
        ),
        extra: 1,
      },
      {
        ...choiceColumn<Expense>(
          'paidWith',
          'With',
          '80px',
          PAID_WITH.filter(Boolean).map((p) => [p, p] as const),
          'not said',
        ),
        extra: 5,
      },
      {
        ...dateColumn<Expense>('paidBackOn', 'Given back', '120px', { optional: true }),
        extra: 3,
        hint: 'When somebody got it back by itself. What is paid to them under Payments counts as well.',
      },
      { ...numberColumn<Expense>('km', 'Way', '80px', { unit: 'km', optional: true }), extra: 4 },
      { ...moneyColumn<Expense>('perKmMinor', 'A kilometre', '90px', (e) => e.currency, { optional: true }), extra: 4 },
    ],
    [lines, rows.people],
  );
  const blank = (kind: Expense['kind'], before: readonly object[] = []) => ({
    ...EXPENSE_DEFAULTS,
    ...{
      kind,
      words: kind === 'mileage' ? 'A drive' : kind === 'refund' ? 'Money back' : 'A receipt',
      onDate: today,
      currency,
    },
    ...(kind === 'mileage' ? { km: 0, perKmMinor: rows.rates.find((r) => r.kind === 'km')?.amountMinor ?? null } : {}),
    position: positionAfter(rows.expenses) + before.length,
  });
  const add = (kind: Expense['kind']) => () => {
    const id = newId();
    void change(production.id, `Noted: ${EXPENSE_KIND_WORDS[kind]}`, [
      { op: 'insert', table: 'expenses', id, values: blank(kind) },
    ]);
    return id;
  };
  return (
    <TableBench
      title="Receipts and mileage"
      table="expenses"
      one="expense"
      rows={rows.expenses}
      columns={columns}
      fields={expenseFields}
      nameOf={(e) => e.words}
      adds={[
        ['A receipt', add('receipt')],
        ['A drive', add('mileage')],
        ['Money back', add('refund')],
      ]}
      pasted={{ blank: (before) => blank('receipt', before) }}
      empty="“Gels, 42.50 with 7.08 of tax, Mirko paid by card”: photographed, and put to its line of the estimate."
      side={(e) => <ReceiptSide expense={e} />}
    />
  );
}

function ReceiptSide({ expense: e }: { expense: Expense }) {
  const { rows } = useProduction();
  const url = useFileUrl(e.productionId, e.photoHash);
  const save = (label: string, photoHash: string | null) =>
    void change(e.productionId, label, [{ op: 'update', table: 'expenses', row: e, values: { photoHash } }]);
  const { busy, problem, take } = useReading(async (file) => {
    if (file.size > MOST_BYTES)
      throw new Error(
        `That file has ${Math.round(file.size / 1e6)} MB: a photograph of a receipt has 25 MB at most. Nothing was read; take it anew, smaller.`,
      );
    const { jpeg } = await heavy().picture(file, 2, LONGEST_PX);
    save(`Receipt: ${e.words}`, await storeLater(e.productionId, jpeg, `${e.words}: its receipt`));
  });
  const firstDay = rows.days.map((d) => d.date).sort()[0];
  const long = firstDay !== undefined && Date.parse(firstDay) - Date.parse(e.onDate) > LONG_BEFORE_MS;
  const tooMuchTax = e.amountMinor !== null && e.taxMinor !== null && e.taxMinor > e.amountMinor;
  return (
    <>
      {long || tooMuchTax ? (
        <Part>
          {long ? <Look>It is of half a year before the first day, or longer: is the date right?</Look> : null}
          {tooMuchTax ? <Look>The tax in it is more than was paid.</Look> : null}
        </Part>
      ) : null}
      <Box mb={3}>
        {url ? (
          <>
            <img src={url} alt={`Receipt of ${e.words}`} style={{ width: '100%', borderRadius: 2 }} />
            <Button size="small" mt={1} onClick={() => save(`No picture: ${e.words}`, null)}>
              Take it away
            </Button>
          </>
        ) : (
          <DropPlace what="A photograph of the receipt" accept="image/*" camera busy={busy} take={take} />
        )}
        {problem ? <Problem>{problem}</Problem> : null}
      </Box>
    </>
  );
}
