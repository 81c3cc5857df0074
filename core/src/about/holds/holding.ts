import { entriesOf, type LogEntry } from '../../rooms/log/index.ts';

/** From when till when a camera said that it has the picture; null: it has it still. */
export interface Held {
  cameraId: string;
  fromMs: number;
  toMs: number | null;
  by: string;
}

/** Who had the picture when, by what was pressed on a day. A camera that says so twice has it once. */
export function heldBy(log: readonly LogEntry[], dayId: string): Held[] {
  const held: Held[] = [];
  const open = new Map<string, Held>();
  for (const e of entriesOf(log, 'holds')) {
    if (e.dayId !== dayId) continue;
    const { cameraId, holds } = e.payload;
    const running = open.get(cameraId);
    if (holds && !running) {
      const entry: Held = { cameraId, fromMs: e.atMs, toMs: null, by: e.by };
      held.push(entry);
      open.set(cameraId, entry);
    }
    if (!holds && running) {
      running.toMs = e.atMs;
      open.delete(cameraId);
    }
  }
  return held;
}

/** A stretch in which nobody had the picture. */
export interface HoldGap {
  fromMs: number;
  /** Null: it lasts. */
  toMs: number | null;
}

/**
 * Every second within `spans` (what was on) without a camera that holds it, from the first that ever did: before that nobody was asked to say. Pure; spans and gaps in ms, oldest first.
 */
export function gapsOf(
  held: readonly Held[],
  spans: readonly { fromMs: number; toMs: number | null }[],
  nowMs: number,
): HoldGap[] {
  const first = Math.min(...held.map((h) => h.fromMs));
  if (!Number.isFinite(first)) return [];
  return [...spans]
    .sort((a, b) => a.fromMs - b.fromMs)
    .flatMap((span) => {
      const [from, to] = [Math.max(span.fromMs, first), Math.min(span.toMs ?? nowMs, nowMs)];
      const gaps: HoldGap[] = [];
      let at = from;
      for (const h of [...held].sort((a, b) => a.fromMs - b.fromMs)) {
        if (h.fromMs >= to || (h.toMs ?? Infinity) <= at) continue;
        if (h.fromMs > at) gaps.push({ fromMs: at, toMs: h.fromMs });
        at = Math.max(at, h.toMs ?? Infinity);
      }
      if (at < to) gaps.push({ fromMs: at, toMs: span.toMs === null || span.toMs > nowMs ? null : to });
      return gaps;
    });
}

/** What whoever lets go is told: stay until another one has it. */
export const mayLetGo = (held: readonly Held[], cameraId: string): boolean =>
  held.some((h) => h.toMs === null && h.cameraId !== cameraId);
