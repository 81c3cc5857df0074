import type { Estimate } from '../../rooms/money/index.ts';

/** Somebody on a day of the plan. */
export interface WorkDay {
  dayId: string;
  workedMin: number;
  /** Of it: what a day costs beside what is shot (arriving, meals that are work, striking). */
  aroundMin: number;
  /** Meals between call and release that are no work: they are not in it. */
  mealsOffMin: number;
}
export interface Worker {
  id: string;
  name: string;
  role: string;
  kind: 'crew' | 'talent' | 'client' | 'guest';
  dayRateMinor: number | null;
  /** Door to set. */
  travelMin: number;
  days: readonly WorkDay[];
  /** Nights between two of their days, with what each way costs and leaves; only of those who drive half an hour or more. */
  nights: readonly { dayId: string; home: Night; hotel: Night }[];
}
interface Night {
  restH: number;
  costMinor: number | null;
}

/** What a plan says that costs money. */
export interface PlanFigures {
  days: readonly { id: string; number: number; date: string }[];
  people: readonly Worker[];
  /** What is hired for dates of the job, and lines of the kit that have a price. */
  hires: readonly { key: string; name: string; supplier: string; costMinor: number; dayId: string | null }[];
  /** What has no price yet, by its name. */
  unpriced: readonly { key: string; name: string }[];
  places: readonly { id: string; name: string; dayIds: readonly string[] }[];
  /** Along straight lines between places of one day, times the detour; null: a place has no position. */
  betweenKm: number | null;
  /** What the cameras record, bytes, and on how many drives it is kept. */
  recordedBytes: number;
  copies: number;
  deliverables: readonly { id: string; title: string; minutes: number }[];
}

/** By how much a road is longer than the straight line, about. */
export const DETOUR = 1.3;

/** The figures of a version: the plan without what it leaves out, shot on its own number of days at its own pace. */
export function figuresOf(plan: PlanFigures, version: Estimate): PlanFigures {
  const [offDays, offPeople] = [new Set(version.offDayIds), new Set(version.offPersonIds)];
  const days = plan.days.filter((d) => !offDays.has(d.id));
  const kept = {
    ...plan,
    days,
    people: plan.people
      .filter((p) => !offPeople.has(p.id))
      .map((p) => ({
        ...p,
        days: p.days.filter((d) => !offDays.has(d.dayId)),
        nights: p.nights.filter((n) => !offDays.has(n.dayId)),
      }))
      .filter((p) => p.days.length > 0),
    hires: plan.hires.filter((h) => h.dayId === null || !offDays.has(h.dayId)),
    places: plan.places
      .map((p) => ({ ...p, dayIds: p.dayIds.filter((id) => !offDays.has(id)) }))
      .filter((p) => p.dayIds.length > 0),
  };
  const count = version.dayCount ?? days.length;
  return count === days.length && version.pacePercent === 100 ? kept : spread(kept, count, version.pacePercent / 100);
}

/**
 * The same work on another number of days: what is shot takes as long (times the pace) in all, and what a day costs beside it comes again on each. Who is there on some days
 * only is there on that share of them, one at least. Nights lie between days.
 */
function spread(plan: PlanFigures, count: number, pace: number): PlanFigures {
  const was = Math.max(1, plan.days.length);
  const days = Array.from({ length: count }, (_, i) => plan.days[i] ?? { id: `day-${i + 1}`, number: i + 1, date: '' });
  const share = (n: number) => Math.max(1, Math.min(count, Math.round((n * count) / was)));
  return {
    ...plan,
    days,
    people: plan.people.map((p) => {
      const own = share(p.days.length);
      const around = mean(p.days.map((d) => d.aroundMin));
      const shotMin = p.days.reduce((sum, d) => sum + d.workedMin - d.aroundMin, 0) * pace;
      const [night] = p.nights;
      return {
        ...p,
        days: days.slice(0, own).map((d) => ({
          dayId: d.id,
          aroundMin: around,
          mealsOffMin: p.days[0]?.mealsOffMin ?? 0,
          workedMin: around + shotMin / own,
        })),
        nights: night ? days.slice(0, own - 1).map((d) => ({ ...night, dayId: d.id })) : [],
      };
    }),
    places: plan.places.map((p) => ({ ...p, dayIds: days.slice(0, share(p.dayIds.length)).map((d) => d.id) })),
  };
}

const mean = (numbers: readonly number[]): number =>
  numbers.length === 0 ? 0 : numbers.reduce((sum, n) => sum + n, 0) / numbers.length;
