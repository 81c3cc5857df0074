import { formatMinutes } from '../../base/units/index.ts';
import type { Scene, Shot, StartKind } from '../../rooms/scenes/index.ts';
import type { Day } from './model.ts';

/** What a moment or cue is taken to last where nobody said, and nothing comes sooner. */
export const PROGRAMME_DEFAULT_MIN = 30;

/** A moment or cue as a line of its day. */
export interface ProgrammeLine {
  scene: Scene;
  startMin: number;
  lengthMin: number;
  start: StartKind;
  /** What is to be had in it, dropped ones left out. */
  shots: Shot[];
}

/** Whether a scene is a line of a day by itself: a moment or cue with a day and a time, its own or that of the one it follows. */
export function isProgrammed(
  scene: Pick<Scene, 'kind' | 'dayId' | 'plannedMin' | 'startKind' | 'followsSceneId'>,
): boolean {
  if (scene.kind === 'shots' || scene.dayId === null) return false;
  return scene.plannedMin !== null || (scene.startKind === 'follows' && scene.followsSceneId !== null);
}

/**
 * The programme of a day: its moments and cues by their start (minutes of the day), and what had to be assumed, in words. One that follows
 * another starts when that ends; in a circle, or when the other is not on this day, its own time counts, and without one it
 * has none and is left out. A length that nobody said lasts until the next start, {@link PROGRAMME_DEFAULT_MIN} at most.
 */
export function programmeOf(
  day: Pick<Day, 'id'>,
  scenes: readonly Scene[],
  shots: readonly Shot[],
): { lines: ProgrammeLine[]; assumptions: string[] } {
  const own = scenes.filter((s) => s.dayId === day.id && isProgrammed(s));
  if (own.length === 0) return { lines: [], assumptions: [] };
  const byId = new Map(own.map((s) => [s.id, s]));
  const assumptions: string[] = [];
  const told = own.flatMap((s) => (s.plannedMin === null ? [] : [s.plannedMin])).sort((a, b) => a - b);
  const lengthOf = (scene: Scene, startMin: number) => {
    if (scene.lengthMin !== null && scene.lengthMin > 0) return scene.lengthMin;
    const next = told.find((m) => m > startMin);
    const lengthMin = Math.min(PROGRAMME_DEFAULT_MIN, next === undefined ? Infinity : next - startMin);
    assumptions.push(`Nobody said how long “${scene.title}” lasts: ${formatMinutes(lengthMin)} assumed.`);
    return lengthMin;
  };
  const ends = new Map<string, number>();
  const lines: ProgrammeLine[] = [];
  const settle = (scene: Scene, above: ReadonlySet<string>): number | null => {
    const known = ends.get(scene.id);
    if (known !== undefined) return known;
    const other = scene.startKind === 'follows' ? byId.get(scene.followsSceneId ?? '') : undefined;
    const follows = other && !above.has(other.id) ? settle(other, new Set([...above, scene.id])) : null;
    const startMin = follows ?? scene.plannedMin;
    if (startMin === null) return null;
    const lengthMin = lengthOf(scene, startMin);
    ends.set(scene.id, startMin + lengthMin);
    lines.push({
      scene,
      startMin,
      lengthMin,
      start: scene.startKind === 'follows' && follows === null ? 'fixed' : scene.startKind,
      shots: shots.filter((s) => s.sceneId === scene.id && !s.dropped).sort((a, b) => a.position - b.position),
    });
    return startMin + lengthMin;
  };
  for (const scene of own) settle(scene, new Set([scene.id]));
  lines.sort(
    (a, b) => a.startMin - b.startMin || a.scene.position - b.scene.position || (a.scene.id < b.scene.id ? -1 : 1),
  );
  return { lines, assumptions };
}
