import type { Shot, ShotState } from '../scenes/index.ts';
import type { Verdict } from './events.ts';
import type { Take } from './takes.ts';

/** Where each shot, and each moment that takes were of as a whole, stands: got once a picture take is good, set up once one has been tried, dropped when the plan says so. */
export function shotStates(shots: readonly Shot[], takes: readonly Take[]): Map<string, ShotState> {
  const best = new Map<string, Verdict | 'tried'>();
  for (const take of takes) {
    const of = take.shotId ?? take.sceneId;
    if (!of || take.wild) continue;
    if (take.verdict === 'good') best.set(of, 'good');
    else if (!best.has(of)) best.set(of, 'tried');
  }
  const moments = takes.flatMap((t) => (t.shotId === null && t.sceneId && best.has(t.sceneId) ? [t.sceneId] : []));
  return new Map([
    ...moments.map((id): [string, ShotState] => [id, best.get(id) === 'good' ? 'got' : 'setUp']),
    ...shots.map((shot): [string, ShotState] => {
      const found = best.get(shot.id);
      if (found === 'good') return [shot.id, 'got'];
      if (shot.dropped) return [shot.id, 'dropped'];
      return [shot.id, found ? 'setUp' : 'planned'];
    }),
  ]);
}
