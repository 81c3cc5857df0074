import type { Shot } from '../scenes/index.ts';
import type { Verdict } from './events.ts';
import type { Take } from './takes.ts';

export type ShotState = 'planned' | 'setUp' | 'got' | 'dropped';

/** Where each shot stands: got once a picture take is good, set up once one has been tried, dropped when the plan says so. */
export function shotStates(shots: readonly Shot[], takes: readonly Take[]): Map<string, ShotState> {
  const best = new Map<string, Verdict | 'tried'>();
  for (const take of takes) {
    if (!take.shotId || take.wild) continue;
    if (take.verdict === 'good') best.set(take.shotId, 'good');
    else if (!best.has(take.shotId)) best.set(take.shotId, 'tried');
  }
  return new Map(
    shots.map((shot): [string, ShotState] => {
      const found = best.get(shot.id);
      if (found === 'good') return [shot.id, 'got'];
      if (shot.dropped) return [shot.id, 'dropped'];
      return [shot.id, found ? 'setUp' : 'planned'];
    }),
  );
}
