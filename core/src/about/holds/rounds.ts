import type { Camera } from '../../rooms/camera/index.ts';
import { entriesOf, type LogEntry } from '../../rooms/log/index.ts';
import { msToMinute } from '../../base/time/index.ts';
import { handKey, type Coverage } from './lanes.ts';

/** Nobody said how often, or how far: so much is assumed, and said to be. */
export const LOOK_EVERY_MIN = 20;
export const WALK_MIN = 3;
/** What a look at a camera takes. */
export const VISIT_MIN = 1;

/** What is looked at on a visit. */
export const VISIT_CHECKS = [
  'it rolls',
  'minutes on card and pack',
  'framing not knocked',
  'focus',
  'lens clean',
] as const;

export interface Visit {
  cameraId: string;
  letter: string;
  /** By when somebody should have looked. */
  dueMin: number;
  /** When to leave, and when one is back; null: there is no time to go before it is due, nor soon after. */
  leaveMin: number | null;
  backMin: number | null;
  /** Minutes after it was due that one is there; 0: in time. */
  lateMin: number;
  /** What one must be back for; null: nothing near. */
  before: string | null;
}

export interface Rounds {
  /** Who looks after them: whoever has a camera in hand on that day; null: nobody. */
  operatorId: string | null;
  visits: Visit[];
  /** What was assumed, in words. */
  assumptions: string[];
}

/**
 * When whoever works the other cameras looks at those that are left alone: each within its minutes, the one that is due first first, only while no must needs them, and back before the next
 * one begins. A visit goes from where they work and back there. From `fromMin` to the end of what the camera has.
 */
export function roundsOf(
  coverage: Coverage,
  cameras: readonly Camera[],
  log: readonly LogEntry[],
  day: { id: string; date: string; timeZone: string },
  fromMin = -Infinity,
): Rounds {
  const operators = [...coverage.hands.values()].filter((id): id is string => id !== null);
  const operatorId = mostFrequent(operators);
  const alone = cameras.flatMap((camera) => {
    const lane = coverage.lanes.find((l) => l.key === `camera:${camera.id}`);
    const holds = (lane?.holds ?? []).filter((h) => coverage.hands.get(handKey(camera.id, h.momentId)) === null);
    return holds.length === 0 ? [] : [{ camera, holds }];
  });
  if (operatorId === null || alone.length === 0) return { operatorId, visits: [], assumptions: [] };
  const busy = coverage.moments
    .filter(
      (m) =>
        m.must &&
        cameras.some((c) => coverage.hands.get(handKey(c.id, m.id)) === operatorId && m.row.cameras.includes(c.letter)),
    )
    .map((m) => ({ fromMin: m.fromMin, toMin: m.toMin, title: m.title }))
    .sort((a, b) => a.fromMin - b.fromMin);
  const seen = new Map<string, number>();
  for (const e of entriesOf(log, 'visited', 'restarted', 'cardIn', 'packIn'))
    if (e.dayId === day.id) seen.set(e.payload.cameraId, msToMinute(day.date, day.timeZone, e.atMs));
  const due = alone.map(({ camera, holds }) => {
    const startMin = Math.min(...holds.map((h) => h.fromMin));
    return {
      camera,
      lastMin: Math.max(seen.get(camera.id) ?? startMin, startMin),
      untilMin: Math.max(...holds.map((h) => h.toMin)),
    };
  });
  const visits: Visit[] = [];
  let freeFromMin = Math.max(fromMin, Math.min(...due.map((d) => d.lastMin)));
  for (;;) {
    const [next] = due
      .map((d) => ({ d, dueMin: d.lastMin + (d.camera.lookEveryMin ?? LOOK_EVERY_MIN) }))
      .filter((x) => x.dueMin < x.d.untilMin)
      .sort((a, b) => a.dueMin - b.dueMin);
    if (!next || visits.length >= 60) break;
    const { d, dueMin } = next;
    const walkMin = d.camera.walkMin ?? WALK_MIN;
    const tripMin = 2 * walkMin + VISIT_MIN;
    const going = tripAt(busy, freeFromMin, Math.max(freeFromMin, dueMin - walkMin), tripMin);
    const thereMin = going === null ? null : going.leaveMin + walkMin;
    // Too late to be of use: told, and looked at again from then on.
    const possible = going !== null && thereMin !== null && thereMin < d.untilMin;
    visits.push({
      ...{ cameraId: d.camera.id, letter: d.camera.letter, dueMin },
      leaveMin: possible ? going.leaveMin : null,
      backMin: possible ? going.leaveMin + tripMin : null,
      lateMin: possible && thereMin !== null ? Math.max(0, thereMin - dueMin) : 0,
      before: possible ? going.before : null,
    });
    d.lastMin = possible && thereMin !== null ? Math.max(thereMin, d.lastMin + 0.1) : d.untilMin;
    if (possible) freeFromMin = going.leaveMin + tripMin;
  }
  return {
    operatorId,
    visits: visits.sort((a, b) => a.dueMin - b.dueMin),
    assumptions: alone.flatMap(({ camera: c }) => [
      ...(c.lookEveryMin === null
        ? [`Nobody said how often ${c.letter} is looked at: every ${LOOK_EVERY_MIN}\u00a0min assumed.`]
        : []),
      ...(c.walkMin === null ? [`Nobody walked to ${c.letter}: ${WALK_MIN}\u00a0min each way assumed.`] : []),
    ]),
  };
}

interface Busy {
  fromMin: number;
  toMin: number;
  title: string;
}

/** When a trip is made: as near before `wantedMin` as what one must be there for allows, else as soon after as it does. */
function tripAt(
  busy: readonly Busy[],
  earliestMin: number,
  wantedMin: number,
  tripMin: number,
): { leaveMin: number; before: string | null } | null {
  const free: { a: number; b: number; before: string | null }[] = [];
  let at = earliestMin;
  for (const b of busy) {
    if (b.toMin <= at) continue;
    if (b.fromMin - at >= tripMin) free.push({ a: at, b: b.fromMin, before: b.title });
    at = Math.max(at, b.toMin);
  }
  free.push({ a: at, b: Infinity, before: null });
  const inTime = free.filter((f) => f.a <= wantedMin).at(-1);
  if (inTime) return { leaveMin: Math.min(wantedMin, inTime.b - tripMin), before: inTime.before };
  const [soonest] = free;
  return soonest ? { leaveMin: soonest.a, before: soonest.before } : null;
}

function mostFrequent(ids: readonly string[]): string | null {
  const counts = new Map<string, number>();
  for (const id of ids) counts.set(id, (counts.get(id) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))[0]?.[0] ?? null;
}
