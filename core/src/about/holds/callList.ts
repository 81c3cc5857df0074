import type { Camera } from '../../rooms/camera/index.ts';
import { handKey, type Coverage } from './lanes.ts';

/** What a director says before a moment: who has what of it. */
export interface CallLine {
  momentId: string;
  title: string;
  fromMin: number;
  /** `B wide, Ro`; a camera that runs alone is not called. */
  calls: string[];
  /** Cameras that have it by themselves. */
  alone: string[];
}

/** What is said over comms before each of the moments that are on or come next, at most `most`; moments that no camera has are none. */
export function callList(
  coverage: Coverage,
  cameras: readonly Camera[],
  people: readonly { id: string; shortName: string }[],
  nowMin: number,
  most = 3,
): CallLine[] {
  return coverage.moments
    .filter((m) => m.toMin > nowMin)
    .map((m) => {
      const own = cameras.flatMap((camera) => {
        const holds = coverage.lanes.find((l) => l.key === `camera:${camera.id}`)?.holds ?? [];
        const views = holds.filter((h) => h.momentId === m.id).map((h) => h.view ?? 'picture');
        if (views.length === 0) return [];
        const hand = coverage.hands.get(handKey(camera.id, m.id)) ?? null;
        return [{ camera, views, who: people.find((p) => p.id === hand)?.shortName ?? null }];
      });
      return {
        ...{ momentId: m.id, title: m.title, fromMin: m.fromMin },
        calls: own.flatMap((o) => (o.who ? [`${o.camera.letter} ${o.views.join(' and ')}, ${o.who}`] : [])),
        alone: own.filter((o) => !o.who).map((o) => o.camera.letter),
      };
    })
    .filter((l) => l.calls.length + l.alone.length > 0)
    .slice(0, most);
}
