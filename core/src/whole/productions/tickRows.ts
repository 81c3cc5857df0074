import { latestOf, type FrozenSheet, type SheetContent } from '../../about/callsheet/index.ts';
import type { TickRow } from '../../about/paper/index.ts';
import type { Day } from '../../plan/day/index.ts';

/** A line of a tick sheet with the shot that it stands for. */
export interface TickLine extends TickRow {
  shotId: string;
}

/** The lines of a day’s tick sheet: of the newest sheet that went out, else of the day as it stands. */
export function tickLines(
  sheets: readonly FrozenSheet[],
  day: Pick<Day, 'id'>,
  draft: SheetContent,
): { lines: TickLine[]; revision: number | null } {
  const out = latestOf(sheets, day.id);
  const content = out?.content ?? draft;
  return {
    revision: out?.content ? out.revision : null,
    lines: content.shots.map((s) => ({ shotId: s.id, code: s.row, name: s.code, words: s.what })),
  };
}
