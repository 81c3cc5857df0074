import { wallToMinute } from '../../base/time/index.ts';
import type { Move, Place, Room } from '../../rooms/places/index.ts';
import { moveMin } from '../../rooms/places/index.ts';
import {
  catalogueOf,
  isDrawn,
  relightTime,
  setupRigMin,
  type LightKit,
  type Relight,
  type Setup,
} from '../../rooms/light/index.ts';
import { shotMinutes, type Scene, type Shot } from '../../rooms/scenes/index.ts';
import { CHANGE_DEFAULTS, type Day, type DayItem } from './model.ts';
import { compile, Timer, type Score } from './compile.ts';
import { isProgrammed, programmeOf, type ProgrammeLine } from './programme.ts';
import { type OrderPlan, type OrderShot } from './orderModel.ts';

/** Everything a day's order is worked out from: one production's rows, of all days. */
export interface DaySources {
  day: Day;
  items: readonly DayItem[];
  shots: readonly Shot[];
  scenes: readonly Scene[];
  setups: readonly Setup[];
  relights: readonly Relight[];
  lightKit: readonly LightKit[];
  rooms: readonly Room[];
  places: readonly Place[];
  moves: readonly Move[];
}

/** A line before it is timed: one of the day’s own order, or one of its programme. */
type Line = { id: string } & (
  | { item: DayItem; shot: Shot | undefined; scene: Scene | undefined; moment: null }
  | { item: null; shot: undefined; scene: Scene; moment: ProgrammeLine }
);

export const lineShots = (line: Line): readonly Shot[] => line.moment?.shots ?? (line.shot ? [line.shot] : []);

const NOWHERE = 'nowhere';

/** Code of "available light": going to it costs a reposition, nothing is rigged. */
const unlit = (placeId: string) => `unlit@${placeId}`;

/** A moment or cue as `day.order` wants it: at its time, lit as its first lit shot. */
function toProgrammeShot({ scene, startMin, lengthMin, shots }: ProgrammeLine, day: Day): OrderShot {
  const placeId = scene.placeId ?? day.basePlaceId ?? NOWHERE;
  return {
    id: scene.id,
    minutes: lengthMin,
    place: placeId,
    setup: shots.find((s) => s.setupId)?.setupId ?? unlit(placeId),
    side: '',
    people: [...new Set([...scene.personIds, ...shots.flatMap((s) => s.personIds)])],
    effort: 1,
    priority: 'must',
    pinnedStartMin: startMin,
    programme: true,
  };
}

/** The line's place, setup, side, lens and rig as `day.order` wants them. */
function toOrderShot(day: Day, item: DayItem, shot: Shot | undefined, scene: Scene | undefined): OrderShot {
  const placeId = item.placeId ?? scene?.placeId ?? NOWHERE;
  const pinned = item.pinnedStartMin;
  return {
    id: item.id,
    minutes: shot ? shotMinutes(shot, scene?.style) : (item.minutes ?? 0),
    place: placeId,
    setup: item.setupId ?? shot?.setupId ?? unlit(placeId),
    side: shot?.side ?? '',
    ...(shot?.lens ? { lens: shot.lens } : {}),
    ...(shot?.support ? { rig: shot.support } : {}),
    people: [...new Set([...item.personIds, ...(shot?.personIds ?? [])])],
    effort: shot?.effort ?? 1,
    priority: shot?.priority ?? 'must',
    // A window is typed as the clock shows it, whatever day the shot is on.
    windows: (shot?.windows ?? []).map(([from, to]): [number, number] => [
      wallToMinute(day.date, day.timeZone, from),
      wallToMinute(day.date, day.timeZone, to),
    ]),
    ...(pinned === null ? {} : { pinnedStartMin: pinned }),
  };
}

/** The lines of one unit in the order listed: of the programme (the main unit’s), and of the day’s own. Shots of a moment are in its line. */
function linesOf(s: DaySources, unit: number): { lines: Line[]; assumptions: string[] } {
  const shots = new Map(s.shots.map((x) => [x.id, x]));
  const scenes = new Map(s.scenes.map((x) => [x.id, x]));
  const own = s.items
    .filter((i) => i.dayId === s.day.id && i.unit === unit)
    .sort((a, b) => a.position - b.position || (a.id < b.id ? -1 : 1))
    .flatMap((item): Line[] => {
      const shot = item.shotId ? shots.get(item.shotId) : undefined;
      const scene = shot && scenes.get(shot.sceneId);
      if (item.shotId && (shot?.dropped ?? true)) return [];
      return scene && isProgrammed(scene) ? [] : [{ id: item.id, item, shot, scene, moment: null }];
    });
  const programme = unit === 1 ? programmeOf(s.day, s.scenes, s.shots) : { lines: [], assumptions: [] };
  const moments = programme.lines.map((moment): Line => ({
    id: moment.scene.id,
    item: null,
    shot: undefined,
    scene: moment.scene,
    moment,
  }));
  return { lines: [...moments, ...own], assumptions: programme.assumptions };
}

/**
 * Puts the programme between the other lines, which keep their order: each stands before the next moment as long as it can be done
 * by then, and breaks no more there than after it.
 */
function woven(order: OrderPlan, moments: number): number[] {
  const all = order.shots.map((_, i) => i);
  if (moments === 0 || moments === all.length) return all;
  const timer = new Timer(compile(order));
  const merged: number[] = [];
  let [m, o] = [0, moments];
  while (m < moments && o < all.length) {
    const [first, then] = [
      [...merged, o, m],
      [...merged, m, o],
    ].map((list) => ({ ...timer.time(list) })) as [Score, Score];
    const worse =
      first.mustBroken - then.mustBroken ||
      first.broken - then.broken ||
      first.lateMin - then.lateMin ||
      first.wrapMin - then.wrapMin;
    if (worse > 0) merged.push(m++);
    else merged.push(o++);
  }
  return [...merged, ...all.slice(m, moments), ...all.slice(o)];
}

/** Builds the `day.order` plan of one unit’s day (school *story*: the listed order) and says what had to be assumed. */
export function orderPlanOf(s: DaySources, unit: number): { order: OrderPlan; lines: Line[]; assumptions: string[] } {
  const { lines: unordered, assumptions } = linesOf(s, unit);
  const inOrder = unordered.map((line) =>
    line.moment ? toProgrammeShot(line.moment, s.day) : toOrderShot(s.day, line.item, line.shot, line.scene),
  );
  // What must be had before a moment starts comes before every line of that moment; a programme keeps its own order.
  unordered.forEach((line, i) => {
    const gate = line.shot?.beforeSceneId;
    unordered.forEach((other, j) => {
      const later = inOrder[j];
      const gated = gate && i !== j && (other.scene?.id === gate || other.shot?.sceneId === gate);
      if (later && (gated || (line.moment && other.moment && j === i + 1)))
        later.after = [...(later.after ?? []), line.id];
    });
  });
  const change = changesOf(s, inOrder);
  const plan: OrderPlan = {
    startMin: s.day.callMin + s.day.loadInMin,
    school: 'story',
    shots: inOrder,
    change,
    meals: s.day.meals,
  };
  const at = woven(plan, unordered.filter((l) => l.moment).length);
  const lines = at.map((i) => unordered[i] as Line);
  const order = { ...plan, shots: at.map((i) => inOrder[i] as OrderShot) };
  return { order, lines, assumptions: [...new Set([...assumptions, ...assumedOf(s, order.shots)])] };
}

/** Minutes of every change-over that these lines may need. */
function changesOf(s: DaySources, orderShots: readonly OrderShot[]): OrderPlan['change'] {
  const relightMin: Record<string, number> = {};
  const usedPlaces = [...new Set(orderShots.map((x) => x.place))];
  const light = lightMinutes(s);
  for (const setup of s.setups) relightMin[`>${setup.id}`] = light.rigMin(setup);
  for (const placeId of usedPlaces) {
    relightMin[`>${unlit(placeId)}`] = CHANGE_DEFAULTS.repositionMin;
    for (const setup of s.setups) {
      relightMin[`${setup.id}>${unlit(placeId)}`] = CHANGE_DEFAULTS.repositionMin;
      relightMin[`${unlit(placeId)}>${setup.id}`] = light.rigMin(setup);
    }
  }
  for (const from of s.setups) {
    for (const to of s.setups) {
      if (from.id !== to.id) relightMin[`${from.id}>${to.id}`] = light.relight(from, to).minutes;
    }
  }
  const moves = new Map(s.moves.map((m) => [`${m.fromPlaceId}>${m.toPlaceId}`, moveMin(m)]));
  const moveMinutes: Record<string, number> = {};
  for (const from of usedPlaces)
    for (const to of usedPlaces)
      if (from !== to) moveMinutes[`${from}>${to}`] = moves.get(`${from}>${to}`) ?? CHANGE_DEFAULTS.moveDefaultMin;
  const { repositionMin, lensMin, rigMin, turnaroundMin, relightDefaultMin } = CHANGE_DEFAULTS;
  return { repositionMin, lensMin, rigMin, turnaroundMin, relightDefaultMin, relightMin, moveMin: moveMinutes };
}

/** What of the change-overs nobody said, in words. */
function assumedOf(s: DaySources, orderShots: readonly OrderShot[]): string[] {
  const assumptions: string[] = [];
  const light = lightMinutes(s);
  const placeName = (placeId: string) => s.places.find((p) => p.id === placeId)?.name ?? 'a place not yet chosen';
  const known = new Set(s.moves.map((m) => `${m.fromPlaceId}>${m.toPlaceId}`));
  orderShots.forEach((next, i) => {
    const before = orderShots[i - 1];
    const to = s.setups.find((setup) => setup.id === next.setup);
    if (to && light.unsaid(to) && before?.setup !== next.setup)
      assumptions.push(
        `Nobody said how long ${to.code} takes to rig, and nothing is drawn: ${light.rigMin(to)} min assumed.`,
      );
    if (before && before.place !== next.place && !known.has(`${before.place}>${next.place}`))
      assumptions.push(
        `Nobody said how long the move from ${placeName(before.place)} to ${placeName(next.place)} takes: ${CHANGE_DEFAULTS.moveDefaultMin} min assumed.`,
      );
    if (!before || before.place !== next.place || before.setup === next.setup) return;
    const from = s.setups.find((setup) => setup.id === before.setup);
    if (!from || !to) return;
    const { minutes, known: source } = light.relight(from, to);
    if (source === 'rig')
      assumptions.push(
        `Nobody said how long ${from.code} to ${to.code} takes: ${minutes} min, as if rigged from nothing.`,
      );
    if (source === 'plans')
      assumptions.push(`${from.code} to ${to.code}: ${minutes} min, worked out from what differs between their plans.`);
  });

  return assumptions;
}

/** Minutes of light: as somebody said, else from the plans, else from nothing. */
function lightMinutes(s: Pick<DaySources, 'setups' | 'relights' | 'lightKit' | 'rooms'>) {
  const catalogue = catalogueOf(s.lightKit);
  const rooms = new Map(s.rooms.map((r) => [r.id, r]));
  const said = new Map(s.relights.map((r) => [`${r.fromSetupId}>${r.toSetupId}`, r.minutes]));
  const roomOf = (setup: Setup) => rooms.get(setup.plan.roomId ?? '') ?? null;
  const rigs = new Map(s.setups.map((x) => [x.id, setupRigMin(x, catalogue, roomOf(x))]));
  const rigMin = (setup: Setup) => rigs.get(setup.id) ?? CHANGE_DEFAULTS.relightDefaultMin;
  return {
    rigMin,
    unsaid: (setup: Setup) => (rigs.get(setup.id) ?? null) === null,
    relight(from: Setup, to: Setup): { minutes: number; known: 'said' | 'plans' | 'rig' } {
      const told = said.get(`${from.id}>${to.id}`);
      if (told !== undefined) return { minutes: told, known: 'said' };
      const drawn = from.placeId === to.placeId && isDrawn(from.plan) && isDrawn(to.plan);
      // Striking one thing after the other is never slower than rigging anew from nothing.
      if (drawn)
        return {
          minutes: Math.min(rigMin(to), relightTime(from.plan, to, catalogue, roomOf(to)).minutes),
          known: 'plans',
        };
      return { minutes: rigMin(to), known: 'rig' };
    },
  };
}
