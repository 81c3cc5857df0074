import { useMemo } from 'react';
import { RATE_DEFAULTS, RATE_KINDS, RATE_KIND_WORDS, rateFields, type Rate } from '@kavrell/core/money';
import { positionAfter } from '@kavrell/core/records';
import { formatMinutes, parseMinutes, parseNumber, parseShare } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import type { Column } from '../../ui/column.ts';
import { choiceColumn, dateColumn, flagColumn, moneyColumn, numberColumn, textColumn } from '../../ui/columns.tsx';

/** `10h 150, 12h 200`: from when on an hour costs how many percent. */
const stepsText = (steps: Rate['steps']) =>
  steps.map((s) => `${formatMinutes(s.fromMin).replace(/\s/g, '')} ${s.factorPercent}`).join(', ');
function readSteps(text: string): Rate['steps'] {
  return text
    .split(/[,;]/)
    .map((t) => t.trim())
    .filter(Boolean)
    .map((t) => {
      const parts = /^(\S+)\s+(\d+)\s*%?$/.exec(t);
      if (!parts) throw new Error(`“${t}” is no step: write 10h 150, 12h 200.`);
      return { fromMin: parseMinutes(parts[1]!), factorPercent: Number(parts[2]) };
    });
}

interface Props {
  title: string;
  rates: readonly Rate[];
  currency: string;
  fromDate: string;
  /** Whose rate one can be, and of which place; none in the book, which knows no job. */
  people?: readonly { id: string; name: string }[];
  places?: readonly { id: string; name: string }[];
}

const rateColumns = (people: Props['people'], places: Props['places']): Column<Rate>[] => [
  textColumn('name', 'For what', 'minmax(140px, 1.5fr)'),
  choiceColumn(
    'kind',
    'Each is',
    '130px',
    RATE_KINDS.map((k) => [k, RATE_KIND_WORDS[k]] as const),
  ),
  moneyColumn('amountMinor', 'Rate', '90px', (r) => r.currency),
  { ...textColumn<Rate>('currency', 'Currency', '80px'), extra: 4 },
  { ...dateColumn<Rate>('fromDate', 'Since', '120px'), extra: 1 },
  { ...flagColumn<Rate>('own', 'Goes to', '80px', 'you', 'others'), extra: 1 },
  {
    id: 'quantity',
    header: 'How many',
    width: '90px',
    end: true,
    extra: 2,
    hint: 'Empty: as the plan says.',
    value: (r) => r.quantity,
    render: (r) => <span>{r.quantity === null ? 'by plan' : r.quantity}</span>,
    edit: {
      get: (r) => (r.quantity === null ? '' : String(r.quantity)),
      set: (t) => ({ quantity: t.trim() === '' ? null : parseNumber(t, 'How many') }),
    },
  },
  ...(people
    ? [
        {
          ...choiceColumn<Rate>(
            'personId',
            'Whose',
            '110px',
            people.map((p) => [p.id, p.name] as const),
            'of the role',
          ),
          extra: 3,
        },
      ]
    : []),
  ...(places
    ? [
        {
          ...choiceColumn<Rate>(
            'placeId',
            'Which place',
            '110px',
            places.map((p) => [p.id, p.name] as const),
            'none',
          ),
          extra: 5,
        },
      ]
    : []),
  {
    id: 'baseMin',
    header: 'It covers',
    width: '90px',
    extra: 5,
    hint: 'Of work: the minutes that the rate is for.',
    value: (r) => r.baseMin,
    render: (r) => <span>{formatMinutes(r.baseMin)}</span>,
    edit: { get: (r) => String(r.baseMin), set: (t) => ({ baseMin: parseMinutes(t) }) },
  },
  {
    id: 'steps',
    header: 'Overtime',
    width: '140px',
    extra: 6,
    hint: 'From when on an hour costs how many percent: 10h 150, 12h 200.',
    value: (r) => stepsText(r.steps),
    edit: { get: (r) => stepsText(r.steps), set: (t) => ({ steps: readSteps(t) }) },
  },
  {
    id: 'unitMin',
    header: 'Counted in',
    width: '90px',
    extra: 6,
    hint: 'Overtime and hours are counted in whole ones of so many minutes, each begun one full.',
    value: (r) => r.unitMin,
    render: (r) => <span>{formatMinutes(r.unitMin)}</span>,
    edit: { get: (r) => String(r.unitMin), set: (t) => ({ unitMin: parseMinutes(t) }) },
  },
  {
    ...moneyColumn<Rate>('halfMinor', 'Half a day', '90px', (r) => r.currency, { optional: true, none: 'a whole' }),
    extra: 6,
  },
  { ...flagColumn<Rate>('hourly', 'By the hour', '90px', 'yes', 'no'), extra: 6 },
  { ...numberColumn<Rate>('weekAsDays', 'A week is', '90px', { unit: 'days', optional: true }), extra: 5 },
  {
    ...numberColumn<Rate>('driveBytes', 'One holds', '90px', { unit: 'GB', scale: 1e9, optional: true }),
    extra: 6,
  },
  {
    id: 'taxBp',
    header: 'Tax',
    width: '70px',
    extra: 6,
    hint: 'Empty: as of the version.',
    value: (r) => r.taxBp,
    render: (r) => <span>{r.taxBp === null ? '–' : `${r.taxBp / 100} %`}</span>,
    edit: {
      get: (r) => (r.taxBp === null ? '' : String(r.taxBp / 100)),
      set: (t) => ({ taxBp: t.trim() === '' ? null : parseShare(t) }),
    },
  },
  { ...textColumn<Rate>('note', 'Note', 'minmax(90px, 1fr)'), extra: 6 },
];

/** Rates as a table: the book in the house, or those of a job. */
export function RatesBench({ title, rates, currency, fromDate, people, places }: Props) {
  const { production } = usePlanned();
  const columns = useMemo(() => rateColumns(people, places), [people, places]);
  const blank = (before: readonly object[] = []) => ({
    ...RATE_DEFAULTS,
    ...{
      name: `Rate ${rates.length + before.length + 1}`,
      currency,
      fromDate,
      position: positionAfter(rates) + before.length,
    },
  });
  const add = () => {
    const id = newId();
    void change(production.id, 'A rate', [{ op: 'insert', table: 'rates', id, values: blank() }]);
    return id;
  };
  return (
    <TableBench
      title={title}
      table="rates"
      one="rate"
      rows={rates}
      columns={columns}
      fields={rateFields}
      nameOf={(r) => r.name}
      adds={[['Add a rate', add]]}
      pasted={{ identity: 'name', blank }}
      empty="“Gaffer, 450 for ten hours” · “Camera package, 250 a day, a week is three days, mine” · “Grade, 120 a minute delivered”. Paste them from a table, with the names of these columns."
      height="48vh"
    />
  );
}
