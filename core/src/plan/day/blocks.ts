import { unitPlan } from './plan.ts';
import { type DayPlan, type DayRow } from './dayPlan.ts';

export type BlockKind = 'call' | 'change' | 'work' | 'meal' | 'wait' | 'strike';

/** A stretch of the day as people name it: for the ribbon, the Day screen and the call sheet. */
export interface DayBlock {
  kind: BlockKind;
  startMin: number;
  endMin: number;
  title: string;
  /** The rows inside, for `work`. */
  rows: DayRow[];
}

/**
 * A timed day as blocks that follow each other without a hole: load-in, change-overs, meals, waiting, work,
 * strike; only lines of a programme may lie over each other. Rows of one scene that follow each other with less than `joinMin` of change between are one block;
 * ones with a fixed start stand alone unless `joinPinned`. Of several units the main one’s, or the one asked for.
 */
export function dayBlocks(
  whole: DayPlan,
  { joinMin = 0, joinPinned = false, unit }: { joinMin?: number; joinPinned?: boolean; unit?: number } = {},
): DayBlock[] {
  const plan = unitPlan(whole, unit ?? whole.units[0]?.unit ?? 1);
  const blocks: DayBlock[] = [];
  const { day } = plan;
  let at = day.callMin;
  const add = (kind: BlockKind, endMin: number, title: string, rows: DayRow[] = []) => {
    if (endMin <= at && kind !== 'work') return;
    blocks.push({ kind, startMin: at, endMin, title, rows });
    at = endMin;
  };
  add('call', day.callMin + day.loadInMin, 'Call, load-in');
  const meals = [...plan.meals];
  plan.rows.forEach((row, i) => {
    const previous = plan.rows[i - 1];
    const last = blocks.at(-1);
    const mealHere = meals[0] && meals[0].endMin <= row.startMin && (previous?.endMin ?? -1) <= meals[0].startMin;
    if (
      !mealHere &&
      last?.kind === 'work' &&
      previous &&
      sameWork(previous, row, joinPinned) &&
      row.startMin - at <= joinMin
    ) {
      last.rows.push(row);
      last.endMin = row.endMin;
      last.title = workTitle(last.rows);
      at = row.endMin;
      return;
    }
    if (mealHere) {
      const meal = meals.shift() as DayPlan['meals'][number];
      add('wait', meal.startMin, 'Wait');
      add('meal', meal.endMin, 'Meal');
    }
    add('change', at + row.changeMin, row.changeTitle);
    add('wait', row.startMin, waitTitle(row));
    blocks.push({ kind: 'work', startMin: row.startMin, endMin: row.endMin, title: workTitle([row]), rows: [row] });
    at = row.programme ? Math.max(at, row.endMin) : row.endMin;
  });
  add('strike', plan.wrapMin, 'Wrap, cards out');
  return blocks;
}

function sameWork(a: DayRow, b: DayRow, joinPinned: boolean): boolean {
  return (
    a.scene !== null &&
    a.programme === null &&
    b.programme === null &&
    a.scene.id === b.scene?.id &&
    (joinPinned || (a.pinnedStartMin === null && b.pinnedStartMin === null))
  );
}

function waitTitle(row: DayRow): string {
  if (row.programme) return 'Ready, before it starts';
  if (row.pinnedStartMin !== null) return 'Ready, before the fixed start';
  return row.windows.length ? 'Wait for the window' : 'Wait';
}

/** `6A–C` for lines of one scene, `6A` for one; empty where they are no shots. */
export function codesOf(rows: readonly DayRow[]): string {
  const [first, last] = [rows[0]?.shot?.code ?? '', rows.at(-1)?.shot?.code ?? ''];
  return first === last ? first : `${first}–${last.replace(rows[0]?.scene?.number ?? '', '')}`;
}

function workTitle(rows: readonly DayRow[]): string {
  const [first] = rows as [DayRow];
  if (!first.shot) return first.title;
  if (rows.length === 1) return `${first.shot.code} ${first.title}`;
  return `${first.shot.code}–${rows.at(-1)?.shot?.code} ${first.scene?.title ?? ''}`.trim();
}
