import type { ProductionRows } from './rows.ts';

/** A day of a calendar that has no hour: what is due on it, or what happens. */
export interface DueDate {
  id: string;
  date: string;
  words: string;
  /** What it is about, in a few more words. */
  about: string;
}

/** Everything of a production that is due on a date: deliverables, sign-offs, hires that come and go, copies whose time is over, things to be got. */
export function dueDates(
  rows: Pick<ProductionRows, 'production' | 'deliverables' | 'signOffs' | 'rentals' | 'drives' | 'kitLines'>,
): DueDate[] {
  const { title } = rows.production;
  const due = (id: string, date: string | null, words: string, about = ''): DueDate[] =>
    date === null ? [] : [{ id, date, words: `${title}: ${words}`, about }];
  return [
    ...rows.deliverables.flatMap((d) => due(d.id, d.due, `${d.title} is due`, d.notes)),
    ...rows.signOffs.flatMap((s) =>
      s.givenOn === null ? due(s.id, s.due, `sign-off of ${s.what} is due`, s.who) : [],
    ),
    ...rows.rentals.flatMap((r) => [
      ...due(`${r.id}-from`, r.fromDate, `${r.name} is hired from today`, r.supplier),
      ...due(`${r.id}-free`, r.freeUntil, `${r.name} can be called off free until today`, r.supplier),
      ...due(`${r.id}-to`, r.toDate, `${r.name} goes back`, r.supplier),
    ]),
    ...rows.kitLines.flatMap((l) =>
      l.state === 'toGet' ? due(l.id, l.byDate, `${l.name} must be here`, l.supplier) : [],
    ),
    ...rows.drives.flatMap((d) =>
      due(d.id, d.keepUntil, `the copy on ${d.name} was to be kept until today`, 'Decide whether it is kept on.'),
    ),
  ].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.id < b.id ? -1 : 1));
}
