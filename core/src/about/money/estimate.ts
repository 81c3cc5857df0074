import { formatCount, formatMinutes, formatMoney } from '../../base/units/index.ts';
import {
  moneyTotal,
  SECTIONS,
  shareOf,
  type Estimate,
  type MoneyTotal,
  type TypedLine,
  type UsageRow,
} from '../../rooms/money/index.ts';
import { figuresOf, type PlanFigures } from './figures.ts';
import type { EstimateLine } from './lines.ts';
import { hireLines, nightLines, rateLines, times, usageLines } from './things.ts';
import { inJob, noExchange, workLines, type Prices } from './work.ts';

export interface EstimateSources {
  plan: PlanFigures;
  version: Estimate;
  typed: readonly TypedLine[];
  usages: readonly UsageRow[];
  prices: Omit<Prices, 'taxBp'>;
}
/** What a version costs, what it is sold for, and what of it stays. */
export interface EstimateOfJob {
  figures: PlanFigures;
  /** All lines by their parts, those without a price too. */
  lines: EstimateLine[];
  /** Lines that nobody said a price of: they are in no sum. */
  unknown: EstimateLine[];
  /** What who pays is charged with, before what is put on top: the lines, or the price of the school. */
  sold: EstimateLine[];
  total: MoneyTotal;
  /** What is put by for a late day, and what agency or platform keep: on top of rates, out of a price that was named. */
  contingencyMinor: number;
  commissionMinor: number;
  contingencyWhy: string;
  /** Prices by hand for lines that the plan no longer has: they are in no sum. */
  unplaced: TypedLine[];
  /** What others get, and what is kept by agency or platform. */
  paidOutMinor: number;
  /** Of the net sum what stays with oneself: without contingency, which is spent or not. */
  leavesMinor: number;
  ownMin: number;
  /** An hour of one’s own; null: nobody said who one is, or no hours. */
  leavesHourMinor: number | null;
}

const dayWordsOf = (plan: PlanFigures): Map<string, string> => new Map(plan.days.map((d) => [d.id, `Day ${d.number}`]));

/** An estimate out of a plan. Whole minor units; each line is rounded once; what is unknown is in no sum and told. */
export function estimateOf(sources: EstimateSources): EstimateOfJob {
  const { version } = sources;
  const prices: Prices = { ...sources.prices, taxBp: version.taxBp };
  const figures = figuresOf(sources.plan, version);
  const lines = linesOf(sources, figures, prices);
  const known = lines.filter((l) => l.netMinor !== null);
  const sold = soldOf(version, known, figures, prices);
  const late = lateCost(sources, figures, prices);
  const isRates = version.school === 'rates';
  const shareBp = version.contingency.by === 'share' ? version.contingency.shareBp : 0;
  const total = moneyTotal({
    lines: sold.map((l) => ({ id: l.key, netMinor: l.netMinor ?? 0, taxBp: l.taxBp })),
    // A price that was named has nothing on top: what is put by, and what an agency keeps, comes out of it.
    contingencyBp: isRates ? shareBp : 0,
    ...(isRates && late ? { contingencyMinor: late.minor } : {}),
    ...{ marginBp: isRates ? version.marginBp : 0, commissionBp: isRates ? version.commissionBp : 0 },
    ...{ taxBy: version.taxBy, roundToMinor: version.roundToMinor },
  });
  const costs = known.filter((l) => !l.own).reduce((sum, l) => sum + (l.netMinor ?? 0), 0);
  const linesMinor = known.reduce((sum, l) => sum + (l.netMinor ?? 0), 0);
  const contingencyMinor = late?.minor ?? shareOf(linesMinor, shareBp);
  const commissionMinor = isRates ? total.commissionMinor : shareOf(total.netMinor, version.commissionBp);
  const paidOutMinor = costs + commissionMinor;
  const leavesMinor = total.netMinor - paidOutMinor - contingencyMinor;
  const self = figures.people.find((p) => p.id === version.selfId);
  const onSet = self?.days.reduce((sum, d) => sum + d.workedMin, 0) ?? 0;
  const ownMin = Math.round(onSet + (version.hoursBefore + version.hoursAfter) * 60);
  return {
    ...{ figures, lines, sold, total, contingencyMinor, commissionMinor, paidOutMinor, leavesMinor, ownMin },
    unplaced: unplacedOf(sources.typed, version, lines),
    unknown: lines.filter((l) => l.netMinor === null),
    contingencyWhy: late?.why ?? `${shareBp / 100}\u00a0% of the lines.`,
    leavesHourMinor: ownMin > 0 ? Math.round((leavesMinor * 60) / ownMin) : null,
  };
}

/** The lines of a plan and those that were typed, by their parts. */
function linesOf({ version, typed, usages }: EstimateSources, figures: PlanFigures, prices: Prices): EstimateLine[] {
  const off = new Set(version.offKeys);
  const own = typed.filter((t) => t.estimateId === null || t.estimateId === version.id);
  const inPlace = new Map(own.filter((t) => t.planKey !== '').map((t) => [t.planKey, t]));
  const planned = [
    ...workLines(figures.people, dayWordsOf(figures), version.selfId, prices),
    ...rateLines(figures, prices),
    ...hireLines(figures, prices),
    ...nightLines(figures, version.nights, prices),
    ...usageLines(usages, prices),
  ]
    .filter((l) => !off.has(l.key))
    .map((l) => {
      const by = inPlace.get(l.key);
      return by ? byHand(l, by, prices) : l;
    });
  const beside = own.filter((t) => t.planKey === '').map((t) => typedLine(t, prices));
  return SECTIONS.flatMap((s) => [...planned, ...beside].filter((l) => l.section === s));
}

/** Prices by hand whose line is gone from the plan, not only left out of this version. */
function unplacedOf(typed: readonly TypedLine[], version: Estimate, lines: readonly EstimateLine[]): TypedLine[] {
  const there = new Set([...lines.map((l) => l.key), ...version.offKeys]);
  const isOff = (key: string) => version.offPersonIds.some((id) => key.endsWith(id));
  return typed.filter(
    (t) =>
      t.planKey !== '' &&
      (t.estimateId === null || t.estimateId === version.id) &&
      !there.has(t.planKey) &&
      !isOff(t.planKey),
  );
}

function typedSum(t: TypedLine, prices: Prices) {
  const turned = inJob(times(t.unitMinor, t.quantity), t.currency, prices);
  return { minor: turned?.minor ?? null, why: turned ? turned.why : [noExchange(t.currency, prices)] };
}
function typedLine(t: TypedLine, prices: Prices): EstimateLine {
  const sum = typedSum(t, prices);
  return {
    ...{ key: `typed:${t.id}`, section: t.section, words: t.words, quantity: t.quantity, unit: t.unit },
    ...{
      unitMinor: inJob(t.unitMinor, t.currency, prices)?.minor ?? null,
      netMinor: sum.minor,
      taxBp: t.taxBp ?? prices.taxBp,
    },
    ...{ own: t.own, from: 'typed', planMinor: null, screen: 'money', personId: null, deliverableId: null },
    why: [`Typed: ${t.quantity} × ${formatMoney(t.unitMinor, t.currency)}.`, ...sum.why],
  };
}
/** A line of the plan at the price that somebody typed in its place. */
function byHand(l: EstimateLine, t: TypedLine, prices: Prices): EstimateLine {
  const sum = typedSum(t, prices);
  const said = l.netMinor === null ? 'no price' : formatMoney(l.netMinor, prices.currency);
  return {
    ...l,
    ...{
      quantity: t.quantity,
      unit: t.unit,
      unitMinor: inJob(t.unitMinor, t.currency, prices)?.minor ?? null,
      netMinor: sum.minor,
      taxBp: t.taxBp ?? l.taxBp,
      own: t.own,
      planMinor: l.netMinor,
    },
    why: [
      `By hand: ${t.quantity} × ${formatMoney(t.unitMinor, t.currency)}. The plan says ${said}.`,
      ...sum.why,
      ...l.why,
    ],
  };
}

/** What who pays is charged with by the school. */
function soldOf(
  version: Estimate,
  known: readonly EstimateLine[],
  figures: PlanFigures,
  prices: Prices,
): EstimateLine[] {
  const line = (
    key: string,
    words: string,
    minor: number | null,
    why: string,
    deliverableId: string | null = null,
  ): EstimateLine => ({
    ...{ key, section: 'other', words, quantity: 1, unit: '', unitMinor: minor, netMinor: minor, taxBp: prices.taxBp },
    ...{ own: true, from: 'typed', planMinor: null, why: [why], screen: 'money', personId: null, deliverableId },
  });
  if (version.school === 'flat')
    return [line('flat', version.name, version.flatMinor ?? 0, 'The flat price, whatever it costs.')];
  if (version.school === 'pieces')
    return figures.deliverables.map((d) =>
      line(`piece:${d.id}`, d.title, version.piecePrices[d.id] ?? 0, 'The price of this deliverable.', d.id),
    );
  return [...known];
}

/** What a late day costs in four of five: the same people on the same terms, so many minutes longer. Null where a share is put by. */
function lateCost(
  { version }: EstimateSources,
  figures: PlanFigures,
  prices: Prices,
): { minor: number; why: string } | null {
  const { contingency } = version;
  if (contingency.by !== 'odds') return null;
  const late = (dayId: string) => contingency.lateMinByDay[dayId] ?? 0;
  const words = dayWordsOf(figures);
  const off = new Set(version.offKeys);
  const sum = (people: PlanFigures['people']) =>
    workLines(people, words, version.selfId, prices)
      .filter((l) => !off.has(l.key))
      .reduce((s, l) => s + (l.netMinor ?? 0), 0);
  // Only the crew stays to the end; who is in front of the camera goes when they are done.
  const longer = figures.people.map((p) =>
    p.kind === 'crew' ? { ...p, days: p.days.map((d) => ({ ...d, workedMin: d.workedMin + late(d.dayId) })) } : p,
  );
  const minor = Math.max(0, sum(longer) - sum(figures.people));
  const said = figures.days.map((d) => `day ${d.number} ${formatMinutes(late(d.id))}`).join(', ');
  return {
    minor,
    why: `In four days of five no more than ${said} over the plan, as the odds said on ${contingency.takenOn}: the crew’s overtime for that, ${formatMoney(minor, prices.currency)}. ${formatCount(figures.days.length, 'day')} in it.`,
  };
}
