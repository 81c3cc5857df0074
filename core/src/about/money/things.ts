import { formatBytes, formatCount, formatMinutes, formatMoney } from '../../base/units/index.ts';
import { hireCost, scaled, usageCost, type Estimate, type Rate, type UsageRow } from '../../rooms/money/index.ts';
import { HOURS } from '../crew/index.ts';
import { DETOUR, type PlanFigures } from './figures.ts';
import { planLine, rateSaid, type EstimateLine } from './lines.ts';
import { inJob, noExchange, ratesOn, type Prices } from './work.ts';

const MILLI = 1000;
/** `amount × quantity` with three places of the quantity, rounded once. */
export const times = (minor: number, quantity: number): number => scaled(minor, Math.round(quantity * MILLI), MILLI);
/** A number with three places at most. */
export const round3 = (n: number): number => Math.round(n * MILLI) / MILLI;

/** A line for a rate: so many of it, how that comes, and where it stands. Null minor: no exchange rate. */
function ofRate(
  rate: Rate,
  prices: Prices,
  said: Pick<EstimateLine, 'section' | 'unit' | 'screen'> & {
    quantity: number | null;
    sumMinor?: number;
    why: string[];
  },
): EstimateLine {
  const quantity = rate.quantity ?? said.quantity;
  const sum = said.sumMinor ?? (quantity === null ? null : times(rate.amountMinor, quantity));
  const turned = sum === null ? null : inJob(sum, rate.currency, prices);
  const unit = inJob(rate.amountMinor, rate.currency, prices);
  const money = formatMoney(rate.amountMinor, rate.currency);
  return planLine({
    key: `rate:${rate.id}`,
    ...{ section: said.section, words: rate.name, quantity: quantity ?? 0, unit: said.unit, screen: said.screen },
    unitMinor: said.sumMinor === undefined ? (unit?.minor ?? null) : null,
    netMinor: turned?.minor ?? null,
    taxBp: rate.taxBp ?? prices.taxBp,
    own: rate.own,
    why: [
      ...(rate.quantity !== null
        ? [`${rate.quantity} × ${money}, as typed with the rate.`]
        : [
            ...said.why,
            ...(quantity !== null && said.sumMinor === undefined ? [`${round3(quantity)} × ${money}.`] : []),
          ]),
      rateSaid(rate),
      ...(sum === null ? [] : turned ? turned.why : [noExchange(rate.currency, prices)]),
    ],
  });
}

/** The lines of the price list that the plan counts: kit by days and weeks, heads, kilometres, drives, minutes delivered, places, shooting days, once. */
export function rateLines(plan: PlanFigures, prices: Prices): EstimateLine[] {
  const days = plan.days.length;
  const heads = plan.people
    .filter((p) => p.kind === 'crew' || p.kind === 'talent')
    .reduce((sum, p) => sum + p.days.length, 0);
  const minutes = plan.deliverables.reduce((sum, d) => sum + d.minutes, 0);
  return ratesOn(prices.rates, prices.onDate).flatMap((rate): EstimateLine[] => {
    const line = (said: Parameters<typeof ofRate>[2]) => [ofRate(rate, prices, said)];
    switch (rate.kind) {
      case 'work':
        return [];
      case 'kit': {
        const taken = Math.round(rate.quantity ?? days);
        const hire =
          taken > 0 ? hireCost({ dayMinor: rate.amountMinor, weekAsDays: rate.weekAsDays, days: taken }) : null;
        const weeks =
          hire && hire.weeks > 0
            ? `${formatCount(hire.weeks, 'week')} as ${rate.weekAsDays} days and ${formatCount(hire.days, 'day')}: the cheapest of all ways.`
            : `${formatCount(taken, 'day')}.`;
        return [
          {
            ...ofRate({ ...rate, quantity: null }, prices, {
              ...{ section: rate.own ? 'kit' : 'hire', unit: taken === 1 ? 'day' : 'days', screen: 'kit' },
              ...{ quantity: taken, sumMinor: hire?.totalMinor ?? 0, why: [weeks] },
            }),
          },
        ];
      }
      case 'head':
        return line({
          section: 'food',
          unit: 'heads',
          screen: 'people',
          quantity: heads,
          why: ['Crew and talent, each on each of their days.'],
        });
      case 'km':
        return line({
          ...{
            section: 'travel',
            unit: 'km',
            screen: 'places',
            quantity: plan.betweenKm === null ? null : Math.round(plan.betweenKm),
          },
          why: [
            plan.betweenKm === null
              ? 'A place has no position, so the way between them is not known. Type how many km.'
              : `Between the places of each day, in a straight line × ${DETOUR} for the road; ways from home are not in it. Type the km where you know better.`,
          ],
        });
      case 'media': {
        const bytes = plan.recordedBytes * plan.copies;
        const drives = rate.driveBytes === null ? null : Math.ceil(bytes / rate.driveBytes);
        const why = [
          rate.driveBytes === null
            ? 'Nobody said how much one holds.'
            : `${formatBytes(plan.recordedBytes)} as planned, ${formatCount(plan.copies, 'copy', 'copies')}, ${formatBytes(rate.driveBytes)} on each.`,
        ];
        return line({
          section: 'media',
          unit: drives === 1 ? 'drive' : 'drives',
          screen: 'copies',
          quantity: drives,
          why,
        });
      }
      case 'post':
        return line({
          section: 'post',
          unit: 'min',
          screen: 'brief',
          quantity: round3(minutes),
          why: ['Minutes of all pieces that are delivered.'],
        });
      case 'place': {
        const place = plan.places.find((p) => p.id === rate.placeId);
        if (rate.placeId !== null && !place) return [];
        const on = place ? place.dayIds.length : days;
        return line({
          section: 'place',
          unit: on === 1 ? 'day' : 'days',
          screen: 'places',
          quantity: on,
          why: [place ? `Days at ${place.name}.` : 'Shooting days.'],
        });
      }
      case 'day':
        return line({
          section: 'other',
          unit: days === 1 ? 'day' : 'days',
          screen: 'money',
          quantity: days,
          why: ['Shooting days.'],
        });
      case 'once':
        return line({ section: 'other', unit: '', screen: 'money', quantity: 1, why: ['Once.'] });
    }
  });
}

/** What comes from others for the job, at the price that stands there; what has none is told. */
export function hireLines(plan: PlanFigures, prices: Prices): EstimateLine[] {
  const line = (h: { key: string; name: string }, netMinor: number | null, why: string) =>
    planLine({
      ...{ key: h.key, section: 'hire', words: h.name, quantity: 1, unit: '', netMinor, unitMinor: netMinor },
      ...{ taxBp: prices.taxBp, why: [why], screen: h.key.startsWith('rental') ? 'call-sheet' : 'kit' },
    });
  return [
    ...plan.hires.map((h) =>
      line(h, h.costMinor, h.supplier ? `As agreed with ${h.supplier}.` : 'The price that stands with it.'),
    ),
    ...plan.unpriced.map((u) => line(u, null, 'It is hired, bought or asked for, and nobody said what it costs.')),
  ];
}

/** Nights of who drives far: home or a hotel, by the school; the cheaper that leaves the rest that is wished, where both prices are known. */
export function nightLines(plan: PlanFigures, school: Estimate['nights'], prices: Prices): EstimateLine[] {
  return plan.people.flatMap((p): EstimateLine[] => {
    if (p.nights.length === 0 || p.kind === 'client' || p.kind === 'guest') return [];
    const said = p.nights.map((n) => {
      const rested = n.home.restH >= HOURS.restWishH;
      const cheaper =
        n.home.costMinor !== null && (n.hotel.costMinor === null || n.home.costMinor <= n.hotel.costMinor);
      const home = school === 'home' || (school === 'cheaper' && rested && cheaper);
      return { home, minor: home ? n.home.costMinor : n.hotel.costMinor, restH: home ? n.home.restH : n.hotel.restH };
    });
    const known = said.every((s) => s.minor !== null);
    const hotels = said.filter((s) => !s.home).length;
    const words = [
      hotels > 0 ? `${formatCount(hotels, 'night')} in a hotel` : '',
      hotels < said.length ? `${formatCount(said.length - hotels, 'night')} at home` : '',
    ].filter(Boolean);
    return [
      planLine({
        ...{
          key: `night:${p.id}`,
          section: 'travel',
          words: `${p.name}: ${words.join(', ')}`,
          personId: p.id,
          screen: 'people',
        },
        ...{ quantity: said.length, unit: said.length === 1 ? 'night' : 'nights', taxBp: prices.taxBp },
        netMinor: known ? said.reduce((sum, s) => sum + (s.minor ?? 0), 0) : null,
        why: [
          `${formatMinutes(p.travelMin)} each way. ${said.map((s) => `${s.home ? 'Home' : 'Hotel'}, ${s.restH.toFixed(1)}\u00a0h of rest, ${s.minor === null ? 'price not said' : formatMoney(s.minor, prices.currency)}`).join('; ')}.`,
          'Prices of a night and of an hour on the road stand in People, Hours.',
        ],
      }),
    ];
  });
}

/** What was agreed for those who are shown. */
export function usageLines(usages: readonly UsageRow[], prices: Prices): EstimateLine[] {
  return usages.flatMap((u): EstimateLine[] => {
    if (u.taken === '') return [];
    const years = u.taken === 'agency' ? u.paidYears : 1;
    const cost = usageCost({ ...schoolsOf(u), years });
    const last = cost.byYear[years - 1]!;
    const netMinor = u.taken === 'agency' ? last.agencyMinor : last.freelanceMinor;
    return [
      planLine({
        ...{
          key: `usage:${u.id}`,
          section: 'usage',
          words: `${u.name}: ${u.taken === 'agency' ? formatCount(years, 'year') : buyOutSaid(u)}`,
          quantity: 1,
          unit: '',
        },
        ...{ netMinor, unitMinor: netMinor, taxBp: prices.taxBp, screen: 'money', personId: u.personId },
        why: [
          u.taken === 'agency'
            ? `Fee and ${formatCount(u.uses.length, 'use')} for ${formatCount(years, 'year')}, with the agency’s ${u.commissionBp / 100}\u00a0%.`
            : 'Fee and buy-out, once.',
        ],
      }),
    ];
  });
}
const buyOutSaid = (u: UsageRow): string =>
  u.buyOutYears === null ? 'buy-out for ever' : `buy-out for ${formatCount(u.buyOutYears, 'year')}`;

/** A row of usage as both schools are reckoned from it. */
export const schoolsOf = (u: UsageRow) => ({
  agency: { feeMinor: u.agencyFeeMinor, uses: u.uses, riseBp: u.riseBp, commissionBp: u.commissionBp },
  freelance: { feeMinor: u.freelanceFeeMinor, buyOutMinor: u.buyOutMinor, buyOutYears: u.buyOutYears },
});

/** When a usage that was agreed is over, and what one more time costs; null: nothing is agreed, no first day is said, or it holds for ever. */
export function usageEnds(u: UsageRow): { date: string; years: number; againMinor: number } | null {
  const years = u.taken === 'agency' ? u.paidYears : u.taken === 'freelance' ? u.buyOutYears : null;
  if (years === null || u.fromDate === null) return null;
  const [year, month, day] = u.fromDate.split('-').map(Number) as [number, number, number];
  // The day before the same date: it is used up to and with that day.
  const date = new Date(Date.UTC(year + years, month - 1, day - 1)).toISOString().slice(0, 10);
  const { byYear } = usageCost({ ...schoolsOf(u), years: years + 1 });
  const [before, after] = [byYear[years - 1]!, byYear[years]!];
  return {
    ...{ date, years },
    againMinor:
      u.taken === 'agency' ? after.agencyMinor - before.agencyMinor : after.freelanceMinor - before.freelanceMinor,
  };
}
