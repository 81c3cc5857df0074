import { formatMinutes, formatMoney, formatCount } from '../../base/units/index.ts';
import { overtimePay, scaled, type Exchange, type Rate, RATE_DEFAULTS } from '../../rooms/money/index.ts';
import { converted } from '../../rooms/money/index.ts';
import type { Worker } from './figures.ts';
import { planLine, rateSaid, type EstimateLine } from './lines.ts';

/** What prices are worked out with. */
export interface Prices {
  currency: string;
  /** The date whose rates hold. */
  onDate: string;
  rates: readonly Rate[];
  exchanges: readonly Exchange[];
  taxBp: number;
}

/** Of several rates for the same thing the newest that holds on the date. */
export function ratesOn(rates: readonly Rate[], onDate: string): Rate[] {
  const newest = new Map<string, Rate>();
  const held = rates.filter((r) => r.fromDate <= onDate).sort((a, b) => (a.fromDate < b.fromDate ? -1 : 1));
  // Somebody’s own rate is theirs whatever it is called.
  for (const r of held) newest.set(`${r.kind} ${r.personId ?? r.name.trim().toLowerCase()} ${r.placeId ?? ''}`, r);
  return rates.filter((r) => [...newest.values()].includes(r));
}

/** A rate in the job’s currency; null where nobody typed an exchange rate. */
export function inJob(minor: number, currency: string, prices: Prices): { minor: number; why: string[] } | null {
  const turned = converted(minor, currency, prices.currency, prices.exchanges, prices.onDate);
  if (!turned) return null;
  const { rate } = turned;
  return {
    minor: turned.minor,
    why: rate
      ? [
          `${formatMoney(minor, currency)} at ${rate.rateMillionths / 1e6} ${prices.currency} for one ${currency}, typed for ${rate.onDate}: ${formatMoney(turned.minor, prices.currency)}.`,
        ]
      : [],
  };
}
export const noExchange = (currency: string, prices: Prices): string =>
  `Nobody typed what one ${currency} is in ${prices.currency}.`;

/** The terms somebody works by: their own rate, else their day rate in People with the usual steps, else the rate of their role; null: none agreed. */
export function termsOf(worker: Pick<Worker, 'id' | 'role' | 'dayRateMinor'>, prices: Prices): Rate | null {
  const work = ratesOn(prices.rates, prices.onDate).filter((r) => r.kind === 'work');
  const own = work.find((r) => r.personId === worker.id);
  if (own) return own;
  if (worker.dayRateMinor !== null)
    return {
      ...RATE_DEFAULTS,
      ...{ id: '', productionId: '', version: 1, deletedAt: null, position: 0 },
      ...{ name: 'day rate in People', fromDate: '', amountMinor: worker.dayRateMinor, currency: prices.currency },
    };
  const role = worker.role.trim().toLowerCase();
  return role === '' ? null : (work.find((r) => r.personId === null && r.name.trim().toLowerCase() === role) ?? null);
}

/** What so many minutes of work cost by a rate, in the rate’s own currency, and how that comes. */
export function workCost(rate: Rate, workedMin: number): { minor: number; why: string } {
  const money = (minor: number) => formatMoney(minor, rate.currency);
  const said = formatMinutes(workedMin);
  if (rate.hourly) {
    const units = Math.ceil(workedMin / rate.unitMin);
    const minor = scaled(rate.amountMinor, units * rate.unitMin, rate.baseMin);
    return { minor, why: `${said} by the hour, in units of ${formatMinutes(rate.unitMin)} begun: ${money(minor)}` };
  }
  if (rate.halfMinor !== null && workedMin <= rate.baseMin / 2)
    return { minor: rate.halfMinor, why: `${said}: half a day, ${money(rate.halfMinor)}` };
  const steps = rate.steps.filter((s) => s.fromMin >= rate.baseMin);
  const pay = overtimePay({
    ...{ rateMinor: rate.amountMinor, baseMin: rate.baseMin, unitMin: rate.unitMin, steps },
    workedMin: Math.round(workedMin),
  });
  const over = pay.parts.map((p) => `${formatMinutes(p.minutes)} at ${p.factorPercent}\u00a0% ${money(p.minor)}`);
  return { minor: pay.totalMinor, why: `${said}: ${[money(pay.baseMinor), ...over].join(', ')}` };
}

/** One line for each who works: their days by their terms. Clients and guests cost nothing, and stand in none. */
export function workLines(
  people: readonly Worker[],
  dayWords: ReadonlyMap<string, string>,
  selfId: string | null,
  prices: Prices,
): EstimateLine[] {
  return people
    .filter((p) => p.kind === 'crew' || p.kind === 'talent')
    .map((p) => {
      const terms = termsOf(p, prices);
      const days = p.days.map((d) => ({ ...d, cost: terms && workCost(terms, d.workedMin) }));
      const sum = terms ? days.reduce((s, d) => s + (d.cost?.minor ?? 0), 0) : null;
      const turned = sum === null ? null : inJob(sum, terms!.currency, prices);
      const why = terms
        ? [
            ...days.map((d) => `${dayWords.get(d.dayId) ?? 'A day'}: ${d.cost?.why}.`),
            terms.fromDate
              ? rateSaid(terms)
              : 'The day rate that stands in People, for ten hours; then 150\u00a0%, from twelve 200\u00a0%, in half hours.',
            ...(turned ? turned.why : [noExchange(terms.currency, prices)]),
          ]
        : [
            `${formatCount(days.length, 'day')}, ${formatMinutes(days.reduce((s, d) => s + d.workedMin, 0))}. No rate is agreed.`,
          ];
      return planLine({
        key: `work:${p.id}`,
        section: 'work',
        words: p.role ? `${p.name}, ${p.role}` : p.name,
        quantity: days.length,
        unit: days.length === 1 ? 'day' : 'days',
        netMinor: turned?.minor ?? null,
        taxBp: terms?.taxBp ?? prices.taxBp,
        own: p.id === selfId || (terms?.own ?? false),
        why,
        screen: 'people',
        personId: p.id,
      });
    });
}
