import {
  DETOUR,
  actualOf,
  changeStanding,
  estimateOf,
  unloggedChanges,
  type ActualOfJob,
  type EstimateOfJob,
  type PlanFigures,
  type PaperSources,
  type Prices,
  type Unlogged,
} from '../../about/money/index.ts';
import { peopleDay } from '../../about/crew/index.ts';
import { bytesToCome } from '../../about/tonight/index.ts';
import { dateOf } from '../../base/time/index.ts';
import type { DayPlan } from '../../plan/day/index.ts';
import { groundM } from '../../rooms/places/index.ts';
import { entriesOf } from '../../rooms/log/index.ts';
import { ESTIMATE_DEFAULTS, type Estimate, type ScopeChange } from '../../rooms/money/index.ts';
import { planOf } from './facts.ts';
import { PLAN_PARTS, type RowsOf } from './parts.ts';
import type { ProductionRows } from './rows.ts';

/** What of the plan costs money. */
export const FIGURE_PARTS = [
  ...PLAN_PARTS,
  ...(['production', 'days', 'people', 'engagements', 'cameras', 'rentals', 'kitLines', 'deliverables'] as const),
] as const;
export type FigureRows = RowsOf<typeof FIGURE_PARTS>;
/** What an estimate leans on. */
export const MONEY_PARTS = [
  ...FIGURE_PARTS,
  ...(['rates', 'exchanges', 'estimates', 'estimateLines', 'usages'] as const),
] as const;
export type MoneyRows = RowsOf<typeof MONEY_PARTS>;
/** What a job came to leans on more. */
export const SPENT_PARTS = [
  ...MONEY_PARTS,
  ...([
    'scopeChanges',
    'scopeAnswers',
    'moneyPapers',
    'expenses',
    'payments',
    'logEntries',
    'faults',
    'asks',
    'payers',
  ] as const),
] as const;
export type SpentRows = RowsOf<typeof SPENT_PARTS>;

/** The date whose rates hold: the first day of the job, else today. */
export const pricedOn = (rows: Pick<ProductionRows, 'days'>, nowMs: number): string =>
  rows.days.map((d) => d.date).sort()[0] ?? dateOf(nowMs, 'UTC');

export const pricesOf = (rows: MoneyRows, nowMs: number): Omit<Prices, 'taxBp'> => ({
  currency: rows.production.currency,
  onDate: pricedOn(rows, nowMs),
  ...{ rates: rows.rates, exchanges: rows.exchanges },
});

/** The version the job is done by: the chosen one, else the first, else the plan as it is. */
export function chosenEstimate(rows: Pick<ProductionRows, 'estimates' | 'production'>): Estimate {
  const plain = { id: '', productionId: rows.production.id, version: 1, deletedAt: null, position: 0 };
  return (
    rows.estimates.find((e) => e.chosen) ??
    rows.estimates[0] ?? { ...ESTIMATE_DEFAULTS, ...plain, name: 'The plan as it is' }
  );
}

/** What costs money in a plan: who works how long on which days, nights, hires, places, media, minutes delivered. */
export function planFiguresOf(rows: FigureRows): PlanFigures {
  const days = [...rows.days].sort((a, b) => a.number - b.number);
  const plans = days.map((d) => planOf(rows, d));
  const byDay = plans.map((plan, i) =>
    peopleDay(plan, plans[i + 1] ?? null, rows.people, rows.engagements, rows.production),
  );
  const people = rows.people
    .map((p) => {
      const own = byDay.flatMap((list, i) =>
        list.filter((x) => x.person.id === p.id).map((x) => ({ ...x, plan: plans[i]! })),
      );
      return {
        ...{ id: p.id, name: p.name, role: p.role, kind: p.kind, dayRateMinor: p.dayRateMinor, travelMin: p.travelMin },
        days: own.map((x) => ({
          dayId: x.plan.day.id,
          workedMin: x.workedH * 60,
          mealsOffMin: Math.max(0, x.releaseMin - x.callMin - x.workedH * 60),
          aroundMin: Math.min(x.workedH * 60, aroundMin(x.plan, x.callMin, x.releaseMin, rows.production.mealsAreWork)),
        })),
        // A night lies between two days in a row; over a longer gap everybody goes home.
        nights: own.flatMap((x) =>
          x.night && (x.restH ?? 0) < ONE_NIGHT_H ? [{ dayId: x.plan.day.id, ...x.night }] : [],
        ),
      };
    })
    .filter((p) => p.days.length > 0);
  const shots = new Map(
    plans.flatMap((p) => p.rows.flatMap((r) => r.shots.filter((s) => !s.dropped).map((s) => [s.id, s] as const))),
  );
  return {
    days: days.map((d) => ({ id: d.id, number: d.number, date: d.date })),
    people,
    ...hiresOf(rows),
    places: placesOf(rows, plans),
    betweenKm: betweenKm(rows, plans),
    recordedBytes: [...bytesToCome([...shots.values()], rows.cameras).values()].reduce((sum, b) => sum + b, 0),
    copies: rows.production.keepPolicy.verifiedCopies,
    deliverables: rows.deliverables.map((d) => ({ id: d.id, title: d.title, minutes: (d.pieces * d.durationS) / 60 })),
  };
}

/** Rest between two days in a row is never longer. */
const ONE_NIGHT_H = 24;

/** What a day costs somebody beside what is shot: until the first line, meals that are work, after the last. */
function aroundMin(plan: DayPlan, callMin: number, releaseMin: number, mealsAreWork: boolean): number {
  const first = Math.min(...plan.rows.map((r) => r.startMin), releaseMin);
  const meals = mealsAreWork
    ? plan.meals
        .filter((m) => m.startMin >= callMin && m.endMin <= releaseMin)
        .reduce((sum, m) => sum + m.endMin - m.startMin, 0)
    : 0;
  return Math.max(0, first - callMin) + meals + Math.max(0, releaseMin - Math.max(plan.lastShotEndMin, first));
}

function hiresOf({ rentals, kitLines }: FigureRows): Pick<PlanFigures, 'hires' | 'unpriced'> {
  const asked = kitLines.filter((l) => l.source === 'hired' || l.source === 'bought' || l.source === 'lent');
  return {
    hires: [
      ...rentals.map((r) => ({
        key: `rental:${r.id}`,
        name: r.name,
        supplier: r.supplier,
        costMinor: r.costMinor,
        dayId: r.dayId,
      })),
      ...kitLines.flatMap((l) =>
        l.costMinor === null || l.costMinor === 0
          ? []
          : [{ key: `kit:${l.id}`, name: l.name, supplier: l.supplier, costMinor: l.costMinor, dayId: null }],
      ),
    ],
    // What is lent costs nothing unless somebody says so.
    unpriced: asked
      .filter((l) => l.costMinor === null && l.source !== 'lent')
      .map((l) => ({ key: `kit:${l.id}`, name: l.name })),
  };
}

function placesOf(rows: FigureRows, plans: readonly DayPlan[]): PlanFigures['places'] {
  return rows.places.flatMap((p) => {
    const dayIds = plans.filter((x) => x.rows.some((r) => r.placeId === p.id)).map((x) => x.day.id);
    return dayIds.length > 0 ? [{ id: p.id, name: p.name, dayIds }] : [];
  });
}

/** The way between places, in the order of each day; null where one has no position. */
function betweenKm(rows: FigureRows, plans: readonly DayPlan[]): number | null {
  const at = new Map(rows.places.map((p) => [p.id, p]));
  let km = 0;
  for (const plan of plans)
    for (const [i, row] of plan.rows.entries()) {
      const [from, to] = [at.get(plan.rows[i - 1]?.placeId ?? row.placeId), at.get(row.placeId)];
      if (!from || !to || from === to) continue;
      if (from.latitude === null || from.longitude === null || to.latitude === null || to.longitude === null)
        return null;
      const m = groundM(
        { latitude: from.latitude, longitude: from.longitude },
        { latitude: to.latitude, longitude: to.longitude },
      );
      km += m / 1000;
    }
  return km * DETOUR;
}

/** A version worked out from the rows. */
export const estimateOfJob = (rows: MoneyRows, version: Estimate, plan: PlanFigures, nowMs: number): EstimateOfJob =>
  estimateOf({ plan, version, typed: rows.estimateLines, usages: rows.usages, prices: pricesOf(rows, nowMs) });

/** Changes that were agreed, by word or by link. */
export const agreedChanges = (rows: Pick<ProductionRows, 'scopeChanges' | 'scopeAnswers'>): ScopeChange[] =>
  rows.scopeChanges.filter((c) => changeStanding(c, rows.scopeAnswers).state === 'agreed');

/** What was asked for and is not logged. */
export const unloggedOf = (rows: SpentRows, nowMs: number): Unlogged[] =>
  unloggedChanges({
    ...{ changes: rows.scopeChanges, asks: rows.asks, log: entriesOf(rows.logEntries, 'scope'), nowMs },
    ...{ deliverables: rows.deliverables, papers: rows.moneyPapers },
  });

/** What the job came to against a version. */
export function actualOfJob(rows: SpentRows, version: Estimate, estimate: EstimateOfJob, nowMs: number): ActualOfJob {
  const mealsOff = new Map(
    estimate.figures.people.flatMap((p) => p.days.map((d) => [`${p.id} ${d.dayId}`, d.mealsOffMin] as const)),
  );
  const hours = entriesOf(rows.logEntries, 'hours').map((e) => {
    const { inMin, outMin, personId } = e.payload;
    const off = mealsOff.get(`${personId} ${e.dayId}`) ?? 0;
    const workedMin = inMin === null || outMin === null ? null : Math.max(0, outMin - inMin - off);
    return { personId, dayId: e.dayId, workedMin };
  });
  return actualOf({
    ...{ estimate, selfId: version.selfId, besideMin: (version.hoursBefore + version.hoursAfter) * 60 },
    people: rows.people,
    // The last that was said of somebody’s day counts.
    hours: [...new Map(hours.map((h) => [`${h.personId} ${h.dayId}`, h])).values()],
    ...{ expenses: rows.expenses, payments: rows.payments, papers: rows.moneyPapers },
    refunds: rows.faults.flatMap((f) =>
      f.refund === 'got' && f.refundMinor ? [{ id: f.id, device: f.device, minor: f.refundMinor }] : [],
    ),
    changesMinor: agreedChanges(rows).reduce((sum, c) => sum + (c.priceMinor ?? 0), 0),
    deductsTax: version.taxBp > 0,
    prices: { ...pricesOf(rows, nowMs), taxBp: version.taxBp },
  });
}

/** What a paper of the job is made of, beside who sends it. */
export function paperSourcesOf(
  rows: SpentRows,
  { version, estimate }: { version: Estimate; estimate: EstimateOfJob },
): Omit<PaperSources, 'sender' | 'payer' | 'kind' | 'shareBp' | 'issuedOn'> & { payer: PaperSources['payer'] | null } {
  return {
    ...{ title: rows.production.title, currency: rows.production.currency, version, estimate },
    payer: rows.payers.find((p) => p.id === version.payerId) ?? rows.payers[0] ?? null,
    ...{ changes: agreedChanges(rows), rentals: rows.rentals, papers: rows.moneyPapers },
    deliveryOn:
      rows.deliverables
        .flatMap((d) => (d.due ? [d.due] : []))
        .sort()
        .at(-1) ?? null,
  };
}
