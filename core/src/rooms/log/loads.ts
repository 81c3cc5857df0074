import { minutesOnCard, type Camera } from '../camera/index.ts';
import { entriesOf, type LogEntry } from './model.ts';

/** What is in a camera that nobody hears, as taps said it. */
export interface Load {
  /** The card that is in it; null: none was said, or it came out. */
  card: { label: string; sinceMs: number; leftMin: number } | null;
  pack: { sinceMs: number; leftMin: number } | null;
}

/** A span in which a camera rolled, ms. */
export interface Rolled {
  fromMs: number;
  toMs: number;
}

const MINUTE_MS = 60_000;

/**
 * Minutes left on the card and in the pack of a camera by its taps *card in*, *card out*, *pack in*: the card is used up while takes roll, the pack since it was
 * put in, whether one rolls or not (a camera that stands by draws nearly as much). Never below 0.
 */
export function loadOf(
  camera: Pick<Camera, 'id' | 'cardSizeBytes' | 'rateMbps' | 'batteryMin'>,
  log: readonly LogEntry[],
  rolled: readonly Rolled[],
  nowMs: number,
): Load {
  const own = entriesOf(log, 'cardIn', 'cardOut', 'packIn').filter(
    (e) => e.payload.cameraId === camera.id && e.atMs <= nowMs,
  );
  const last = own.filter((e) => e.payload.kind !== 'packIn').at(-1);
  const pack = own.filter((e) => e.payload.kind === 'packIn').at(-1);
  const usedMin = (sinceMs: number) =>
    rolled.reduce((sum, r) => sum + Math.max(0, Math.min(r.toMs, nowMs) - Math.max(r.fromMs, sinceMs)), 0) / MINUTE_MS;
  const isIn = last?.payload.kind === 'cardIn' ? last.payload : null;
  return {
    card:
      last && isIn
        ? {
            label: isIn.label,
            sinceMs: last.atMs,
            leftMin: Math.max(0, minutesOnCard(camera.cardSizeBytes, camera.rateMbps) - usedMin(last.atMs)),
          }
        : null,
    pack:
      pack && camera.batteryMin !== null
        ? { sinceMs: pack.atMs, leftMin: Math.max(0, camera.batteryMin - (nowMs - pack.atMs) / MINUTE_MS) }
        : null,
  };
}
