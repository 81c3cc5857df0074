import { outstandingMinor, usageEnds } from '../../about/money/index.ts';
import type { ProductionRows } from './rows.ts';

/** A day of a calendar that has no hour: what is due on it, or what happens. */
export interface DueDate {
  id: string;
  date: string;
  words: string;
  /** What it is about, in a few more words. */
  about: string;
}

/** Everything of a production that is due on a date: deliverables, sign-offs, hires that come and go, copies whose time is over, things to be got, usage that ends, invoices and quotes. No sum is in it. */
export function dueDates(
  rows: Pick<
    ProductionRows,
    | 'production'
    | 'deliverables'
    | 'signOffs'
    | 'rentals'
    | 'drives'
    | 'kitLines'
    | 'usages'
    | 'moneyPapers'
    | 'payments'
  >,
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
    ...rows.usages.flatMap((u) =>
      due(
        `${u.id}-usage`,
        usageEnds(u)?.date ?? null,
        `${u.name} may be shown until today`,
        'Renew the usage, or take it down.',
      ),
    ),
    ...rows.moneyPapers.flatMap((p) => {
      if (p.kind === 'quote')
        return due(`${p.id}-due`, p.dueOn, `quote ${p.number} holds until today`, p.content.payer.name);
      return outstandingMinor(p, rows.moneyPapers, rows.payments) > 0
        ? due(`${p.id}-due`, p.dueOn, `invoice ${p.number} is due`, p.content.payer.name)
        : [];
    }),
  ].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.id < b.id ? -1 : 1));
}
