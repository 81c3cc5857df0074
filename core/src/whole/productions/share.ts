import { unitName, type Day, type DayItem, type Lane, type OrderPlan } from '../../plan/day/index.ts';
import type { Camera } from '../../rooms/camera/index.ts';
import { planOf, type PlanRows } from './facts.ts';
import type { ProductionRows } from './rows.ts';

/** What is shared out: lines of days as one plan, the days or units they may go to, and the shots that no day has yet. */
export interface Share {
  plan: OrderPlan;
  lanes: Lane[];
}

type ShareRows = PlanRows & Pick<ProductionRows, 'days' | 'people' | 'engagements' | 'scenes'>;

/** Lines as one plan, with the changes and moves between all of them. A shot on no day stands in as a line of its own id. */
function asOne(rows: PlanRows, day: Day, items: readonly DayItem[]): OrderPlan {
  const lines = items.map((i, k) => ({ ...i, dayId: day.id, unit: 1, position: k + 1 }));
  return planOf({ ...rows, dayItems: lines }, day).order;
}

const laneOf = (day: Day): Lane => ({
  name: `Day ${day.number}`,
  startMin: day.callMin + day.loadInMin,
  byMin: day.wantedWrapMin - day.strikeMin,
  meals: day.meals,
});

/**
 * The lines of several days, and shots on none, to be shared out anew over those days. A line stays on its day when it has a fixed start, happens once, or belongs to a moment of that day; it can’t
 * be on a day on which somebody it needs can’t, or, where a person is engaged for some days only, on another. Under way, a day’s lines are left out by giving only days still to come.
 */
export function shareOverDays(rows: ShareRows, days: readonly Day[], free: readonly DayItem[]): Share {
  const [first] = days;
  if (!first) return { plan: { startMin: 0, school: 'changeovers', shots: [], change: NO_CHANGE }, lanes: [] };
  const items = [...rows.dayItems.filter((i) => days.some((d) => d.id === i.dayId)), ...free];
  const plan = asOne(rows, first, items);
  const shots = new Map(rows.shots.map((s) => [s.id, s]));
  const scenes = new Map(rows.scenes.map((s) => [s.id, s]));
  const people = new Map(rows.people.map((p) => [p.id, p]));
  const on = (personId: string, day: Day): boolean => {
    if (people.get(personId)?.away.includes(day.date)) return false;
    const engaged = rows.engagements.filter((e) => e.personId === personId);
    return engaged.length === 0 || engaged.some((e) => e.dayId === day.id);
  };
  const lanes = days.map((day): Lane => {
    const holds = items.filter((i) => {
      const shot = shots.get(i.shotId ?? '');
      const momentDay = scenes.get(shot?.sceneId ?? '')?.dayId ?? null;
      if (momentDay !== null && days.some((d) => d.id === momentDay)) return momentDay === day.id;
      return i.dayId === day.id && (i.pinnedStartMin !== null || i.shotId === null || shot?.happensOnce === true);
    });
    const cannot = plan.shots.filter((s) => (s.people ?? []).some((p) => !on(p, day)));
    return { ...laneOf(day), holds: holds.map((i) => i.id), cannot: cannot.map((s) => s.id) };
  });
  // Nobody of a shot may be on any of the days: then the day it is on is no worse than another.
  for (const s of plan.shots)
    if (lanes.every((l) => l.cannot?.includes(s.id))) {
      const own = items.find((i) => i.id === s.id)?.dayId;
      const at = Math.max(
        0,
        days.findIndex((d) => d.id === own),
      );
      const lane = lanes[at] as Lane;
      lane.cannot = lane.cannot?.filter((id) => id !== s.id) ?? [];
    }
  return { plan, lanes };
}

/**
 * One day’s lines shared between the main unit and one that works apart with a camera of its own. The second takes only what needs nobody in the picture, is no moment, has no fixed start, is no block, and asks * for one camera or the second unit’s own.
 */
export function shareBetweenUnits(rows: PlanRows, day: Day, camera: Pick<Camera, 'letter'>): Share {
  const items = rows.dayItems.filter((i) => i.dayId === day.id);
  const plan = asOne(rows, day, items);
  const shots = new Map(rows.shots.map((s) => [s.id, s]));
  const apart = (i: DayItem): boolean => {
    const shot = shots.get(i.shotId ?? '');
    if (!shot || i.pinnedStartMin !== null || shot.happensOnce) return false;
    if (shot.personIds.length + i.personIds.length > 0) return false;
    return shot.cameras.length <= 1 || shot.cameras.includes(camera.letter);
  };
  const base = laneOf(day);
  return {
    plan,
    lanes: [
      { ...base, name: unitName(1) },
      { ...base, name: unitName(2), cannot: items.filter((i) => !apart(i)).map((i) => i.id) },
    ],
  };
}

const NO_CHANGE: OrderPlan['change'] = {
  repositionMin: 0,
  lensMin: 0,
  rigMin: 0,
  turnaroundMin: 0,
  relightDefaultMin: 0,
  moveMin: {},
};
