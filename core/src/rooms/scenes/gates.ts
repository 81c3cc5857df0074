import type { ShotState } from './state.ts';
import { formatCount, formatMinutes } from '../../base/units/index.ts';
import { shotMinutes } from './estimate.ts';
import type { Slot } from './anchors.ts';
import type { Scene, Shot } from './model.ts';

/** What one operator must have before a gate, against the minutes there are. */
export interface GateLoad {
  /** Null: not claimed by anybody. */
  operatorId: string | null;
  shots: Shot[];
  left: Shot[];
  /** Minutes of work left, one after the other. */
  neededMin: number;
  /** Minutes until the gate closes, without slots that others hold; null when the programme doesn't say. */
  availableMin: number | null;
  /** How many minutes are missing; 0 when it fits or nobody knows. */
  shortMin: number;
}

/** A moment before whose start things must be had. */
export interface Gate {
  scene: Scene;
  opensMin: number | null;
  closesMin: number | null;
  /** It has begun: what is left is missed. */
  passed: boolean;
  loads: GateLoad[];
  left: Shot[];
  words: string;
}

export interface GateSources {
  scenes: readonly Scene[];
  shots: readonly Shot[];
  slots: readonly Slot[];
  states: ReadonlyMap<string, ShotState>;
  /** The day's minute now; null before and after the day. */
  nowMin: number | null;
}

const overlap = (a0: number, a1: number, b0: number, b1: number) => Math.max(0, Math.min(a1, b1) - Math.max(a0, b0));

/** When work toward a gate can begin: with the earliest moment that its shots belong to. */
function opening(shots: readonly Shot[], scenes: ReadonlyMap<string, Scene>): number | null {
  const starts = shots.flatMap((s) => scenes.get(s.sceneId)?.plannedMin ?? []);
  return starts.length ? Math.min(...starts) : null;
}

/**
 * The gates of a programme in their order: what must be had before each, by operator, and whether it fits. Each
 * operator does one shot after the other and different operators work side by side; minutes in which somebody else
 * holds the place don't count. Once the day runs, the time left counts from now.
 */
export function gatesOf({ scenes, shots, slots, states, nowMin }: GateSources): Gate[] {
  const byId = new Map(scenes.map((s) => [s.id, s]));
  const wanted = shots.filter((s) => s.beforeSceneId && !s.dropped);
  const gates = scenes.filter((scene) => wanted.some((s) => s.beforeSceneId === scene.id));
  const clock = (scene: Scene) => scene.plannedMin ?? Number.POSITIVE_INFINITY;
  return gates
    .sort((a, b) => clock(a) - clock(b) || a.position - b.position)
    .map((scene): Gate => {
      const own = wanted.filter((s) => s.beforeSceneId === scene.id);
      const opensMin = opening(own, byId);
      const closesMin = scene.plannedMin;
      const passed = nowMin !== null && closesMin !== null && nowMin >= closesMin;
      const isLeft = (s: Shot) => states.get(s.id) !== 'got' && states.get(s.id) !== 'dropped';
      const loads = [...new Set(own.map((s) => s.operatorId))].map((operatorId): GateLoad => {
        const mine = own.filter((s) => s.operatorId === operatorId);
        const left = mine.filter(isLeft);
        const neededMin = left.reduce((t, s) => t + shotMinutes(s, byId.get(s.sceneId)?.style), 0);
        const from = opening(mine, byId);
        const availableMin =
          closesMin === null || from === null
            ? null
            : free(Math.max(from, nowMin ?? from), closesMin, mine, operatorId, slots);
        return {
          operatorId,
          shots: mine,
          left,
          neededMin,
          availableMin,
          shortMin: availableMin === null ? 0 : Math.max(0, neededMin - availableMin),
        };
      });
      const left = own.filter(isLeft);
      return { scene, opensMin, closesMin, passed, loads, left, words: gateWords(scene, loads, left, passed) };
    });
}

/** Minutes between two times less those in which others hold one of the places. */
function free(
  from: number,
  to: number,
  shots: readonly Shot[],
  operatorId: string | null,
  slots: readonly Slot[],
): number {
  const sceneIds = new Set(shots.map((s) => s.sceneId));
  const held = slots
    .filter((s) => sceneIds.has(s.sceneId) && s.holderId !== operatorId)
    .map((s) => [s.startMin, s.startMin + s.lengthMin] as const)
    .sort((a, b) => a[0] - b[0]);
  let taken = 0;
  let at = from;
  for (const [start, end] of held) {
    taken += overlap(Math.max(start, at), end, from, to);
    at = Math.max(at, end);
  }
  return Math.max(0, to - from - taken);
}

function gateWords(scene: Scene, loads: readonly GateLoad[], left: readonly Shot[], passed: boolean): string {
  if (left.length === 0) return `Everything for “${scene.title}” is had.`;
  if (passed)
    return `“${scene.title}” has begun without ${formatCount(left.length, 'shot')}: ${left.map((s) => s.code).join(', ')}.`;
  const short = Math.max(0, ...loads.map((l) => l.shortMin));
  const rest = `${formatCount(left.length, 'shot')} before “${scene.title}”`;
  return short > 0 ? `${rest}: ${formatMinutes(Math.ceil(short))} short.` : `${rest}.`;
}

/** Two slots of one place that lie over each other, or a holder whose own claimed work runs on. */
export function slotClashes(slots: readonly Slot[]): [Slot, Slot][] {
  const clashes: [Slot, Slot][] = [];
  slots.forEach((a, i) =>
    slots.slice(i + 1).forEach((b) => {
      const samePlace = a.sceneId === b.sceneId;
      const sameHolder = a.holderId === b.holderId;
      if (a.sceneId === b.sceneId && a.holderId === b.holderId) return;
      if (
        (samePlace || sameHolder) &&
        overlap(a.startMin, a.startMin + a.lengthMin, b.startMin, b.startMin + b.lengthMin) > 0
      )
        clashes.push([a, b]);
    }),
  );
  return clashes;
}

/** Whether a moment has enough for the film: every must had, and a tight and a wide picture. Then: stop. */
export function enough(
  shots: readonly Shot[],
  states: ReadonlyMap<string, ShotState>,
): { enough: boolean; words: string } {
  const wanted = shots.filter((s) => !s.dropped);
  const musts = wanted.filter((s) => s.priority === 'must');
  const left = musts.filter((s) => states.get(s.id) !== 'got');
  const got = wanted.filter((s) => states.get(s.id) === 'got');
  if (musts.length && left.length === 0)
    return {
      enough: true,
      words:
        got.length === wanted.length
          ? 'All of it is had.'
          : `Enough for the film: every must is had. ${formatCount(wanted.length - got.length, 'shot')} would be nice; you may stop.`,
    };
  return {
    enough: false,
    words: musts.length
      ? `${formatCount(left.length, 'must', 'musts')} left: ${left.map((s) => s.code).join(', ')}.`
      : 'No shot of it is a must.',
  };
}
