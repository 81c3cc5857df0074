import { parseDate } from '@kavrell/core/dates';
import {
  formatDate,
  formatMinutes,
  formatMoney,
  moneyText,
  parseMinutes,
  parseMoney,
  parseNumber,
} from '@kavrell/core/units';
import type { Column } from './column.ts';

type Key<R> = keyof R & string;

/** A column of plain text that is edited as it stands. */
export function textColumn<R>(id: Key<R>, header: string, width: string): Column<R> {
  const get = (row: R) => String(row[id] ?? '');
  return { id, header, width, value: get, edit: { get, set: (text) => ({ [id]: text }) } };
}

/** A column of a number with its unit shown, edited without it. */
export function numberColumn<R>(
  id: Key<R>,
  header: string,
  width: string,
  options: { unit?: string; scale?: number; optional?: boolean; digits?: number } = {},
): Column<R> {
  const scale = options.scale ?? 1;
  const get = (row: R) =>
    row[id] === null ? '' : String(Number((Number(row[id]) / scale).toFixed(options.digits ?? 6)));
  return {
    id,
    header,
    width,
    end: true,
    value: (row) => (row[id] === null ? null : Number(get(row))),
    render: (row) => <span>{row[id] === null ? '–' : `${get(row)}${options.unit ? ` ${options.unit}` : ''}`}</span>,
    edit: {
      get,
      set: (text) => ({ [id]: options.optional && text.trim() === '' ? null : parseNumber(text, header) * scale }),
    },
  };
}

/** A column of money in minor units of the row’s currency, typed as a plain sum; where it may be empty, `none` is said then. */
export function moneyColumn<R>(
  id: Key<R>,
  header: string,
  width: string,
  currency: string | ((row: R) => string),
  options: { optional?: boolean; signed?: boolean; none?: string } = {},
): Column<R> {
  const of = (row: R) => (typeof currency === 'string' ? currency : currency(row));
  const minor = (row: R) => row[id] as number | null;
  return {
    id,
    header,
    width,
    end: true,
    value: (row) => (minor(row) === null ? null : Number(moneyText(minor(row), of(row)))),
    render: (row) => {
      const sum = minor(row);
      return <span>{sum === null ? (options.none ?? '–') : formatMoney(sum, of(row))}</span>;
    },
    edit: {
      get: (row) => moneyText(minor(row), of(row)),
      set: (text, row) => ({
        [id]:
          options.optional && text.trim() === ''
            ? null
            : parseMoney(text, of(row), { signed: options.signed ?? false }),
      }),
    },
  };
}

/** A column of dates, typed as people write them: `3 Dec`, `18.3.2027`; without a year the next such date. Empty where it may be. */
export function dateColumn<R>(
  id: Key<R>,
  header: string,
  width: string,
  options: { optional?: boolean; none?: string } = {},
): Column<R> {
  const get = (row: R) => String(row[id] ?? '');
  const today = () => new Date().toISOString().slice(0, 10);
  return {
    id,
    header,
    width,
    value: (row) => get(row) || (options.none ?? null),
    render: (row) => <span>{get(row) ? formatDate(get(row), { year: true }) : (options.none ?? '–')}</span>,
    edit: {
      get,
      set: (text) => ({ [id]: options.optional && text.trim() === '' ? null : parseDate(text, today()) }),
      date: true,
    },
  };
}

/** A column of minutes: `45`, `1h20`. */
export function minutesColumn<R>(id: Key<R>, header: string, width: string): Column<R> {
  return {
    id,
    header,
    width,
    end: true,
    value: (row) => Number(row[id]),
    render: (row) => <span>{formatMinutes(Number(row[id]))}</span>,
    edit: { get: (row) => String(row[id]), set: (text) => ({ [id]: parseMinutes(text) }) },
  };
}

/** A column whose value is one of a list; `none` adds an empty choice. */
export function choiceColumn<R>(
  id: Key<R>,
  header: string,
  width: string,
  options: readonly (readonly [string, string])[],
  none?: string,
): Column<R> {
  const words = new Map(options);
  const get = (row: R) => (row[id] === null ? '' : String(row[id]));
  const all: readonly (readonly [string, string])[] = none === undefined ? options : [['', none], ...options];
  return {
    id,
    header,
    width,
    value: (row) => words.get(get(row)) ?? '',
    edit: { get, set: (text) => ({ [id]: text === '' ? null : text }), options: all },
  };
}

/** A yes-or-no column in two words. */
export function flagColumn<R>(id: Key<R>, header: string, width: string, yes: string, no: string): Column<R> {
  const get = (row: R) => (row[id] ? 'yes' : 'no');
  return {
    id,
    header,
    width,
    value: (row) => (row[id] ? yes : no),
    edit: {
      get,
      set: (text) => ({ [id]: text === 'yes' }),
      options: [
        ['yes', yes],
        ['no', no],
      ],
    },
  };
}
