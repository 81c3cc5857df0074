import type { CameraSet, TakePayload } from './events.ts';
import type { Take } from './takes.ts';

/** What is said of one take. */
export interface Said {
  takeId: string;
  payload: TakePayload;
}

const NOT_TIMED = { rolledAtMs: null, timecodeIn: null, cutAtMs: null, timecodeOut: null };

/**
 * A take moved in time: begun or cut by so many milliseconds later (negative: earlier). Null when it would end before it begins, or when
 * there is no cut to move.
 */
export function movedTake(
  take: Take,
  which: 'rolled' | 'cut',
  byMs: number,
  timecodeAt: (ms: number) => string,
): TakePayload | null {
  const from = which === 'rolled' ? take.rolledAtMs : take.cutAtMs;
  if (from === null) return null;
  const atMs = Math.round(from + byMs);
  const fits = which === 'rolled' ? take.cutAtMs === null || atMs < take.cutAtMs : atMs > take.rolledAtMs;
  if (!fits) return null;
  return which === 'rolled'
    ? { kind: 'timed', ...NOT_TIMED, rolledAtMs: atMs, timecodeIn: timecodeAt(atMs) }
    : { kind: 'timed', ...NOT_TIMED, cutAtMs: atMs, timecodeOut: timecodeAt(atMs) };
}

/**
 * One logged take that was really two: the first ends at `atMs`, a second, of the same with the next number, goes from there to where it ended. Null
 * when `atMs` does not lie within it, or it still rolls.
 */
export function splitTake(
  take: Take,
  atMs: number,
  second: { id: string; number: number },
  timecodeAt: (ms: number) => string,
): Said[] | null {
  const { cutAtMs } = take;
  if (cutAtMs === null || atMs <= take.rolledAtMs || atMs >= cutAtMs) return null;
  const timecode = timecodeAt(atMs);
  return [
    { takeId: take.id, payload: { kind: 'timed', ...NOT_TIMED, cutAtMs: atMs, timecodeOut: timecode } },
    {
      takeId: second.id,
      payload: {
        kind: 'rolled',
        ...{ shotId: take.shotId, sceneId: take.sceneId, dayId: take.dayId },
        ...{ number: second.number, wild: take.wild, timecode },
        cameras: camerasNow(take),
        boxIds: boxesNow(take),
        continuesTakeId: take.id,
      },
    },
    // What happened then is told now: its times are said outright.
    {
      takeId: second.id,
      payload: {
        kind: 'timed',
        ...{ rolledAtMs: atMs, timecodeIn: timecode },
        ...{ cutAtMs, timecodeOut: take.timecodeOut ?? timecodeAt(cutAtMs) },
      },
    },
  ];
}

/** Two logged takes that were really one roll: the first goes on to where the second ended, the second stands in it. */
export function mergeTakes(first: Take, second: Take, timecodeAt: (ms: number) => string): Said[] | null {
  if (second.cutAtMs === null || first.id === second.id || second.cutAtMs <= first.rolledAtMs) return null;
  const cutAtMs = Math.max(first.cutAtMs ?? 0, second.cutAtMs);
  return [
    { takeId: first.id, payload: { kind: 'timed', ...NOT_TIMED, cutAtMs, timecodeOut: timecodeAt(cutAtMs) } },
    ...second.notes.map((n): Said => ({ takeId: first.id, payload: { kind: 'noted', text: n.text } })),
    ...second.stars.map((s): Said => ({ takeId: first.id, payload: { kind: 'starred', timecode: s.timecode } })),
    { takeId: second.id, payload: { kind: 'struck', struck: true, into: first.id } },
  ];
}

/** Cameras and recorders that are in a take now, as the next one begins with them. */
export const camerasNow = (take: Take) =>
  take.cameras.filter((c) => c.outAtMs === null).map(({ outAtMs: _, ...camera }) => camera);
export const boxesNow = (take: Take): string[] => take.recorders.filter((r) => r.outAtMs === null).map((r) => r.boxId);

/**
 * How a camera is set for the next take: as it was in the last one of the same shot; of another shot as the plan wants it, and where the plan says
 * nothing as it was.
 */
export function nextSet(takes: readonly Take[], letter: string, shotId: string | null, planned: CameraSet): CameraSet {
  const take = takes.findLast((t) => t.cameras.some((c) => c.letter === letter && c.set));
  const last = take?.cameras.find((c) => c.letter === letter)?.set;
  if (!take || !last) return planned;
  if (take.shotId === shotId) return last;
  const keys = Object.keys(planned) as (keyof CameraSet)[];
  return Object.fromEntries(keys.map((k) => [k, planned[k] || last[k]])) as CameraSet;
}
