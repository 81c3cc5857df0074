import type { Scene, Shot } from './model.ts';

/** Shots as one reads them: scene after scene, and within a scene by their own order. Those of a scene that is gone come last. */
export function inSceneOrder<T extends Pick<Shot, 'id' | 'sceneId' | 'position'>>(
  shots: readonly T[],
  scenes: readonly Pick<Scene, 'id' | 'position'>[],
): T[] {
  const at = new Map([...scenes].sort((a, b) => a.position - b.position).map((s, i) => [s.id, i]));
  const sceneOf = (shot: T) => at.get(shot.sceneId) ?? Infinity;
  return [...shots].sort(
    (a, b) =>
      (sceneOf(a) === sceneOf(b) ? 0 : sceneOf(a) - sceneOf(b)) || a.position - b.position || (a.id < b.id ? -1 : 1),
  );
}
