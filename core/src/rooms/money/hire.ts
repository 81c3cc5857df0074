/** What hiring something for some days costs by a day’s price and a week’s. */
export interface Hire {
  dayMinor: number;
  /** Days that a week is charged as; null: every day by itself. */
  weekAsDays: number | null;
  days: number;
}
export interface HireCost {
  weeks: number;
  days: number;
  totalMinor: number;
}

const WEEK_DAYS = 7;

/** The cheapest of whole weeks and single days that covers the days: a week that is not full is taken where it is cheaper than its days. Of equal ones the one with fewer weeks. */
export function hireCost({ dayMinor, weekAsDays, days }: Hire): HireCost {
  const most = weekAsDays === null ? 0 : Math.ceil(days / WEEK_DAYS);
  let best: HireCost | null = null;
  for (let weeks = 0; weeks <= most; weeks += 1) {
    const rest = Math.max(0, days - weeks * WEEK_DAYS);
    const totalMinor = (weeks * (weekAsDays ?? 0) + rest) * dayMinor;
    if (!best || totalMinor < best.totalMinor) best = { weeks, days: rest, totalMinor };
  }
  return best as HireCost;
}
