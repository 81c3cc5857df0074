import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { leastPx } from './fitting.ts';

/** What somebody wants of a table’s columns on this device; a column that is named nowhere stands as it is made. */
export interface ColumnChoice {
  /** Ids from left to right, as far as somebody moved any. */
  order: string[];
  shown: Record<string, boolean>;
  widthPx: Record<string, number>;
}
const NO_CHOICE: ColumnChoice = { order: [], shown: {}, widthPx: {} };
const NARROWEST_PX = 40;
const WIDEST_PX = 900;

interface Kept {
  choices: Record<string, ColumnChoice>;
  choose(table: string, choice: ColumnChoice | null): void;
}
export const useColumnChoices = create<Kept>()(
  persist(
    (set) => ({
      choices: {},
      choose: (table, choice) =>
        set(({ choices }) => {
          const { [table]: _, ...others } = choices;
          return { choices: choice ? { ...others, [table]: choice } : others };
        }),
    }),
    { name: 'kavrell-columns' },
  ),
);

/** The choice for one table, and how to change it. */
export function useColumnChoice(table: string): [ColumnChoice, (next: ColumnChoice | null) => void] {
  const choice = useColumnChoices((s) => s.choices[table]) ?? NO_CHOICE;
  const choose = useColumnChoices((s) => s.choose);
  return [choice, (next) => choose(table, next)];
}

interface Wide {
  id: string;
  width: string;
  extra?: number;
}

/** Columns in the order somebody chose; those they did not move keep their places behind the one before them. */
export function inChosenOrder<C extends Wide>(columns: readonly C[], { order }: ColumnChoice): C[] {
  const at = new Map(order.map((id, i) => [id, i]));
  const known = columns.filter((c) => at.has(c.id)).sort((a, b) => at.get(a.id)! - at.get(b.id)!);
  const result = [...known];
  columns.forEach((column, i) => {
    if (at.has(column.id)) return;
    const before = columns[i - 1];
    result.splice(before ? result.indexOf(before) + 1 : 0, 0, column);
  });
  return result;
}

/** Columns as somebody chose them: in their order, as wide as they were made, without those left out; one asked for by name never gives way. */
export function chosen<C extends Wide>(columns: readonly C[], choice: ColumnChoice): C[] {
  return inChosenOrder(columns, choice)
    .filter((c) => choice.shown[c.id] !== false)
    .map((c) => {
      const widthPx = choice.widthPx[c.id];
      const own = widthPx === undefined ? c : { ...c, width: `${widthPx}px` };
      return choice.shown[c.id] ? { ...own, extra: 0 } : own;
    });
}

/** The choice with one column moved by so many places. */
export function moved(columns: readonly Wide[], choice: ColumnChoice, id: string, by: 1 | -1): ColumnChoice {
  const order = inChosenOrder(columns, choice).map((c) => c.id);
  const from = order.indexOf(id);
  const to = from + by;
  if (from < 0 || to < 0 || to >= order.length) return choice;
  order.splice(to, 0, ...order.splice(from, 1));
  return { ...choice, order };
}

/** The choice with one column so wide; null: as wide as it was made. */
export function widened(choice: ColumnChoice, id: string, px: number | null): ColumnChoice {
  const { [id]: _, ...others } = choice.widthPx;
  const own = px === null ? {} : { [id]: Math.round(Math.min(WIDEST_PX, Math.max(NARROWEST_PX, px))) };
  return { ...choice, widthPx: { ...others, ...own } };
}

export const widthOf = (column: Wide, { widthPx }: ColumnChoice): number => widthPx[column.id] ?? leastPx(column);
