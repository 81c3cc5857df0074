import { formatMinutes, formatMoney } from '../../base/units/index.ts';
import type { LogEntryOf } from '../../rooms/log/index.ts';
import type { MoneyPaper, ScopeAnswer, ScopeChange } from '../../rooms/money/index.ts';
import type { Ask, Deliverable } from '../brief/index.ts';
import type { EstimateOfJob } from './estimate.ts';
import { round3, times } from './things.ts';
import { inJob, ratesOn, workLines, type Prices } from './work.ts';

/** How a change stands: what its person said by link counts only for the words and the price that they read. */
export interface ChangeStanding {
  state: ScopeChange['state'];
  /** When and by whom it was settled; null while it is open. */
  at: { atMs: number; by: string; link: boolean } | null;
  /** Settled once, and changed since: it must be asked anew. */
  changedSince: boolean;
  /** When its person opened it by their link; null: not that it is known. */
  openedAtMs: number | null;
}

const isWhatTheyRead = (c: ScopeChange, a: ScopeAnswer): boolean =>
  a.title === c.title &&
  a.detail === c.detail &&
  a.priceMinor === c.priceMinor &&
  (c.taxBp === null || a.taxBp === c.taxBp);

/** Where a change stands by its own row and by what was said through links. */
export function changeStanding(change: ScopeChange, answers: readonly ScopeAnswer[]): ChangeStanding {
  const own = answers.filter((a) => a.changeId === change.id).sort((a, b) => a.atMs - b.atMs);
  const last = own.filter((a) => a.kind !== 'opened').at(-1);
  const openedAtMs = own.find((a) => a.kind === 'opened')?.atMs ?? null;
  if (last && change.state === 'asked') {
    if (!isWhatTheyRead(change, last)) return { state: 'asked', at: null, changedSince: true, openedAtMs };
    const at = { atMs: last.atMs, by: last.name, link: true };
    return { state: last.kind === 'yes' ? 'agreed' : 'declined', at, changedSince: false, openedAtMs };
  }
  const settled = change.state === 'agreed' || change.state === 'declined';
  return {
    state: change.state,
    at: settled ? { atMs: change.atMs, by: change.saidBy, link: false } : null,
    changedSince: false,
    openedAtMs,
  };
}

/** Something that was asked for and that no change stands for yet. */
export interface Unlogged {
  source: 'wish' | 'roll' | 'deliverable';
  sourceId: string;
  title: string;
  detail: string;
  askedBy: string;
  atMs: number;
  minutes: number | null;
  priceMinor: number | null;
}

/** What came up in Brief, on Roll and among the deliverables and isn’t logged as a change: deliverables that are on no quote, once there is one. */
export function unloggedChanges(sources: {
  changes: readonly ScopeChange[];
  asks: readonly Ask[];
  log: readonly LogEntryOf<'scope'>[];
  deliverables: readonly Deliverable[];
  papers: readonly MoneyPaper[];
  nowMs: number;
}): Unlogged[] {
  const logged = new Set(sources.changes.map((c) => c.sourceId));
  const quote = sources.papers
    .filter((p) => p.kind === 'quote')
    .sort((a, b) => a.atMs - b.atMs)
    .at(-1);
  const quoted = new Set(quote?.content.deliverableIds);
  const all: Unlogged[] = [
    ...sources.log.map((e) => ({
      ...{ source: 'roll' as const, sourceId: e.id, title: e.payload.words, detail: '', askedBy: e.payload.askedBy },
      ...{ atMs: e.atMs, minutes: e.payload.minutes, priceMinor: null },
    })),
    ...sources.asks
      .filter((a) => a.kind !== 'mark' && a.state !== 'declined')
      .map((a) => ({
        ...{ source: 'wish' as const, sourceId: a.id, title: a.title, detail: a.detail, askedBy: '' },
        ...{
          atMs: a.askedOn ? Date.parse(`${a.askedOn}T12:00:00Z`) : sources.nowMs,
          minutes: null,
          priceMinor: a.priceMinor,
        },
      })),
    ...(quote ? sources.deliverables.filter((d) => !quoted.has(d.id)) : []).map((d) => ({
      ...{ source: 'deliverable' as const, sourceId: d.id, title: `One more to deliver: ${d.title}`, detail: d.notes },
      ...{ askedBy: '', atMs: sources.nowMs, minutes: (d.pieces * d.durationS) / 60, priceMinor: null },
    })),
  ];
  return all.filter((u) => !logged.has(u.sourceId));
}

/** What a change costs by the plan, and what it is worth at the price of the job. */
export interface ChangePrice {
  costMinor: number;
  worthMinor: number;
  /** The larger of the two: what Kavrell would ask for. */
  suggestedMinor: number;
  why: string[];
}

/** Minutes more on a day: the overtime of the crew that is there, and the same minutes at what an hour of the job is sold for. */
export function priceOfMinutes(
  minutes: number,
  dayId: string | null,
  { figures, total }: EstimateOfJob,
  selfId: string | null,
  prices: Prices,
): ChangePrice {
  const day = figures.days.find((d) => d.id === dayId) ?? figures.days.at(-1);
  const words = new Map(figures.days.map((d) => [d.id, `Day ${d.number}`]));
  const sum = (people: typeof figures.people) =>
    workLines(people, words, selfId, prices).reduce((s, l) => s + (l.netMinor ?? 0), 0);
  const longer = figures.people.map((p) =>
    p.kind === 'crew'
      ? { ...p, days: p.days.map((d) => (d.dayId === day?.id ? { ...d, workedMin: d.workedMin + minutes } : d)) }
      : p,
  );
  const costMinor = day ? sum(longer) - sum(figures.people) : 0;
  // The job’s longest of a day: how long it is worked, whoever is there.
  const onSetMin = figures.days.reduce(
    (s, d) =>
      s + Math.max(0, ...figures.people.flatMap((p) => p.days.filter((x) => x.dayId === d.id).map((x) => x.workedMin))),
    0,
  );
  const worthMinor = onSetMin > 0 ? Math.round((total.netMinor * minutes) / onSetMin) : 0;
  const money = (minor: number) => formatMoney(minor, prices.currency);
  return {
    costMinor,
    worthMinor,
    suggestedMinor: Math.max(costMinor, worthMinor),
    why: [
      day
        ? `${formatMinutes(minutes)} more on day ${day.number}: ${costMinor === 0 ? 'within what the rates cover' : `${money(costMinor)} of overtime for the crew that is there`}.`
        : 'There is no day yet that it could be on.',
      `At what the job is sold for: ${money(total.netMinor)} for ${formatMinutes(onSetMin)}, so ${money(worthMinor)}.`,
    ],
  };
}

/** Minutes more to deliver, by the rates of a minute delivered; null where there is none, or one whose currency nobody typed a rate of. */
export function priceOfDelivered(minutes: number, prices: Prices): ChangePrice | null {
  const rates = ratesOn(prices.rates, prices.onDate).filter((r) => r.kind === 'post');
  const sums = rates.map((r) => inJob(times(r.amountMinor, minutes), r.currency, prices)?.minor ?? null);
  if (rates.length === 0 || sums.includes(null)) return null;
  const costMinor = sums.reduce<number>((sum, s) => sum + (s ?? 0), 0);
  return {
    ...{ costMinor, worthMinor: costMinor, suggestedMinor: costMinor },
    why: [
      `${round3(minutes)}\u00a0min delivered at ${rates.map((r) => `“${r.name}” ${formatMoney(r.amountMinor, r.currency)}`).join(' and ')} a minute.`,
    ],
  };
}
