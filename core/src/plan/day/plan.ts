import { type Setup } from '../../rooms/light/index.ts';
import { type Day } from './model.ts';
import { factorsOf, paceSaid, paced, type Pace } from './pace.ts';
import { isProgrammed } from './programme.ts';
import { timeOrder } from './order.ts';
import { type ChangeKind, type OrderShot } from './orderModel.ts';
import { type DayPlan, type DayRow, type UnitDay } from './dayPlan.ts';
import { type DaySources, lineShots, orderPlanOf } from './lines.ts';
import { clashes, nameItems, overlaid } from './clashes.ts';

/** Times a day in its listed order, each unit by itself: rows, meals, change-overs, wrap, and what was assumed or can't be kept. With `paces`, at the pace that was learned. */
export function planDay(s: DaySources, paces: readonly Pace[] | null = null): DayPlan {
  const numbers = [...new Set(s.items.flatMap((i) => (i.dayId === s.day.id ? [i.unit] : [])))];
  const programmed = s.scenes.some((x) => x.dayId === s.day.id && isProgrammed(x));
  if (numbers.length === 0 || (programmed && !numbers.includes(1))) numbers.push(1);
  const all = numbers.sort((a, b) => a - b).map((unit) => planUnit(s, paces, unit));
  // A unit whose lines are all dropped has no day.
  const worked = all.filter((u) => u.rows.length > 0);
  return joinUnits(s.day, worked.length ? worked : all.slice(0, 1));
}

function joinUnits(day: Day, units: UnitDay[]): DayPlan {
  const [main] = units as [UnitDay];
  if (units.length === 1) return { day, ...main, units };
  const sum = (of: (u: UnitDay) => number) => units.reduce((t, u) => t + of(u), 0);
  const rows = units.flatMap((u) => u.rows).sort((a, b) => a.startMin - b.startMin || a.unit - b.unit);
  return {
    ...main,
    day,
    rows,
    changeMin: sum((u) => u.changeMin),
    idleMin: sum((u) => u.idleMin),
    waitingMin: sum((u) => u.waitingMin),
    lastShotEndMin: Math.max(...units.map((u) => u.lastShotEndMin)),
    wrapMin: Math.max(...units.map((u) => u.wrapMin)),
    violations: [...units.flatMap((u) => u.violations), ...clashes(units)],
    assumptions: [...new Set(units.flatMap((u) => u.assumptions))],
    units,
  };
}

/** One unit’s part of the day, as a day of its own. */
export function unitPlan(plan: DayPlan, unit: number): DayPlan {
  const own = plan.units.find((u) => u.unit === unit) ?? (plan.units[0] as UnitDay);
  return plan.units.length === 1 ? plan : { day: plan.day, ...own, units: [own] };
}

/** Whether a line can’t be had again: a moment, or a shot that happens once. */
export const isOnce = (r: DayRow): boolean => r.programme !== null || r.shots.some((s) => s.happensOnce);

function planUnit(s: DaySources, paces: readonly Pace[] | null, unit: number): UnitDay {
  const { order: listed, lines, assumptions } = orderPlanOf(s, unit);
  const order = paces ? paced(listed, factorsOf(paces)) : listed;
  const said = paces ? paceSaid(paces) : '';
  if (said) assumptions.push(said);
  const timed = timeOrder(
    order,
    lines.map((l) => l.id),
  );
  const setups = new Map(s.setups.map((x) => [x.id, x]));
  const places = new Map(s.places.map((x) => [x.id, x]));
  const rows = lines.map((line, i): DayRow => {
    const t = timed.order[i] as (typeof timed.order)[number];
    const o = order.shots[i] as OrderShot;
    const before = order.shots[i - 1];
    const setup = setups.get(o.setup) ?? null;
    const shots = lineShots(line);
    const { shot = null } = line;
    return {
      itemId: line.id,
      unit,
      shot,
      programme: line.moment?.start ?? null,
      shots,
      scene: line.scene ?? null,
      title: line.moment
        ? line.scene.title
        : line.item.title || (shot ? shot.description || shot.code : 'Untitled block'),
      minutes: o.minutes,
      placeId: o.place,
      setup,
      cameras: [...new Set(shots.flatMap((x) => x.cameras))],
      personIds: o.people ?? [],
      pinnedStartMin: o.pinnedStartMin ?? null,
      windows: o.windows ?? [],
      changeKind: t.changeKind,
      changeMin: t.changeMin,
      changeTitle: changeWords(
        t.changeKind,
        before ? (setups.get(before.setup) ?? null) : null,
        setup,
        places.get(o.place)?.name ?? 'the next place',
      ),
      startMin: t.startMin,
      endMin: t.endMin,
    };
  });
  return {
    unit,
    order,
    rows,
    meals: timed.meals,
    changeMin: timed.changeMin,
    idleMin: timed.idleMin,
    waitingMin: timed.waitingMin,
    lastShotEndMin: timed.wrapMin,
    wrapMin: timed.wrapMin + s.day.strikeMin,
    violations: [...nameItems(rows, timed.violations), ...overlaid(rows, order)],
    assumptions,
  };
}

function changeWords(kind: ChangeKind, from: Setup | null, to: Setup | null, placeName: string): string {
  const rig = to ? `rig ${to.code}` : 'set up';
  if (kind === 'first') return to ? `Rig ${to.code}` : 'Set up';
  if (kind === 'place') return `Move to ${placeName}, ${rig}`;
  if (kind === 'setup') return to ? `Relight ${from ? `${from.code} to ${to.code}` : to.code}` : 'To available light';
  return kind === 'side' ? 'Turnaround' : 'Reposition';
}
