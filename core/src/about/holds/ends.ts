import { minutesOnCard, type Camera } from '../../rooms/camera/index.ts';
import type { Coverage } from './lanes.ts';
import { ROLLS_BEFORE_MIN } from './restartDay.ts';

/** When a pack or a card is used up that was fresh as its camera began. */
export interface SupplyEnd {
  cameraId: string;
  what: 'pack' | 'card';
  atMin: number;
}

/**
 * When each camera's first pack and first card end before the last thing it has does: a pack runs from {@link ROLLS_BEFORE_MIN} before its first moment on, a card only while a
 * moment of it goes on. By the plan, with fresh ones; what taps say on the day is told by the last look.
 */
export function supplyEnds(coverage: Coverage, cameras: readonly Camera[]): SupplyEnd[] {
  return cameras.flatMap((c): SupplyEnd[] => {
    const holds = [...(coverage.lanes.find((l) => l.key === `camera:${c.id}`)?.holds ?? [])].sort(
      (a, b) => a.fromMin - b.fromMin,
    );
    const [first] = holds;
    if (!first) return [];
    const lastMin = Math.max(...holds.map((h) => h.toMin));
    const ends: SupplyEnd[] = [];
    const packMin = c.batteryMin === null ? Infinity : first.fromMin - ROLLS_BEFORE_MIN + c.batteryMin;
    if (packMin < lastMin) ends.push({ cameraId: c.id, what: 'pack', atMin: packMin });
    let left = minutesOnCard(c.cardSizeBytes, c.rateMbps);
    let rolledTo = -Infinity;
    for (const h of holds) {
      const from = Math.max(h.fromMin, rolledTo);
      const length = Math.max(0, h.toMin - from);
      if (length > left) {
        ends.push({ cameraId: c.id, what: 'card', atMin: from + left });
        break;
      }
      left -= length;
      rolledTo = Math.max(rolledTo, h.toMin);
    }
    return ends;
  });
}
