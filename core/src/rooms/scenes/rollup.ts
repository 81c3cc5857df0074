import type { Scene, Shot } from './model.ts';
import { shotMinutes, takesFor } from './estimate.ts';

/** Shots by the scene they belong to, in their order: once for all scenes instead of once for each. */
export function shotsByScene(shots: readonly Shot[]): Map<string, Shot[]> {
  const map = new Map<string, Shot[]>();
  for (const shot of shots) {
    const list = map.get(shot.sceneId);
    if (list) list.push(shot);
    else map.set(shot.sceneId, [shot]);
  }
  return map;
}

/** What a list of shots adds up to. */
export interface Rollup {
  shots: number;
  minutes: number;
  takes: number;
  /** Different lighting states seen from different sides. */
  setups: number;
  /** Minutes with each person in front of the camera or named. */
  peopleMin: ReadonlyMap<string, number>;
  /** Shots that need nobody: they can wait for another hour, if the light is kept. */
  inserts: Shot[];
  musts: Shot[];
  once: Shot[];
}

/** Minutes, takes, set-ups, minutes by person, inserts and musts of shots, dropped ones left out. */
export function rollup(shots: readonly Shot[], scenes: readonly Scene[]): Rollup {
  const byId = new Map(scenes.map((s) => [s.id, s]));
  const wanted = shots.filter((s) => !s.dropped);
  const peopleMin = new Map<string, number>();
  const setups = new Set<string>();
  let minutes = 0;
  let takes = 0;
  for (const shot of wanted) {
    const scene = byId.get(shot.sceneId);
    const own = shotMinutes(shot, scene?.style);
    minutes += own;
    takes += takesFor(shot, scene?.style);
    setups.add(`${shot.setupId ?? `unlit@${scene?.placeId ?? ''}`}|${shot.side.toLowerCase()}`);
    for (const id of shot.personIds) peopleMin.set(id, (peopleMin.get(id) ?? 0) + own);
  }
  return {
    shots: wanted.length,
    minutes,
    takes,
    setups: setups.size,
    peopleMin,
    inserts: wanted.filter((s) => !s.faceNeeded && (s.personIds.length === 0 || s.size === 'insert')),
    musts: wanted.filter((s) => s.priority === 'must'),
    once: wanted.filter((s) => s.happensOnce),
  };
}

/** Average reading of a script: a page of eight eighths plays about a minute. */
export const SECONDS_PER_EIGHTH = 7.5;

/** Words of a text, as they are read aloud. */
export function countWords(text: string): number {
  return text.match(/[\p{L}\p{N}][\p{L}\p{N}’'-]*/gu)?.length ?? 0;
}

/** Screen time in seconds by length (a page a minute), and reading time of the text at `wpm` words a minute. */
export function scriptTimes(
  scene: Pick<Scene, 'eighths' | 'script'>,
  wpm: number,
): { screenS: number; words: number; readingS: number } {
  const words = countWords(scene.script);
  return { screenS: scene.eighths * SECONDS_PER_EIGHTH, words, readingS: (words / wpm) * 60 };
}
