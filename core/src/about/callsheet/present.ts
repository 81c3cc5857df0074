import type { SheetContent, SheetLine } from './content.ts';

/** Where a sheet’s day stands at a minute of it. */
export interface SheetPresent {
  /** What goes on by the sheet; null before its first line and after its last. */
  on: SheetLine | null;
  /** What is worked on next. */
  next: SheetLine | null;
}

/** A sheet is of the present from this long before its call until this long after its planned wrap. */
const AROUND_MIN = 60;

/** What is due by the sheet, not by what happened; null when its day is not going on. Of several units, the line begun last. */
export function sheetPresent(content: SheetContent, nowMin: number): SheetPresent | null {
  if (nowMin < content.callMin - AROUND_MIN || nowMin > content.wrapMin + AROUND_MIN) return null;
  const on = content.lines
    .filter((l) => l.startMin <= nowMin && nowMin < l.endMin)
    .reduce<SheetLine | null>((latest, l) => (latest === null || l.startMin >= latest.startMin ? l : latest), null);
  const next = content.lines
    .filter((l) => l.kind === 'work' && l.startMin > nowMin)
    .reduce<SheetLine | null>((first, l) => (first === null || l.startMin < first.startMin ? l : first), null);
  return { on, next };
}
