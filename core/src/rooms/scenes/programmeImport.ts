import { formatCount } from '../../base/units/index.ts';
import type { MomentLine } from './moments.ts';
import { SCENE_DEFAULTS, type Scene } from './model.ts';

/** What becomes of one moment when a programme, or a newer version of it, is brought in. */
export type ProgrammeChange =
  | { kind: 'new'; id: string; moment: MomentLine; followsId: string | null; number: string; position: number }
  | { kind: 'moved' | 'same'; moment: MomentLine; scene: Scene; values: Partial<Scene> }
  /** No longer in the programme: taken off the day, its shots and takes stay with it. */
  | { kind: 'gone'; scene: Scene };

/** A title as it is compared: letters and figures only. */
const plain = (title: string) =>
  title
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^\p{L}\p{N} ]+/gu, '')
    .replace(/\s+/g, ' ')
    .trim();
const wordsOf = (title: string) =>
  new Set(
    plain(title)
      .split(' ')
      .filter((w) => w.length > 2),
  );
/** Share of words that two titles have in common. */
function likeness(a: string, b: string): number {
  const [x, y] = [wordsOf(a), wordsOf(b)];
  if (x.size === 0 || y.size === 0) return 0;
  return [...x].filter((w) => y.has(w)).length / Math.max(x.size, y.size);
}
const ALIKE = 0.5;

/**
 * Lays a list of moments beside the programme that a day has: which are the same, which moved, which are new, which are gone. They are known
 * again by their titles, first to the letter, then by most of their words. Nothing else of a moment is touched. `newId` names the new ones, so that
 * what follows them can.
 */
export function planProgramme(
  moments: readonly MomentLine[],
  scenes: readonly Scene[],
  dayId: string | null,
  newId: () => string,
  /** Numbers that are somebody’s already, though no scene has them yet. */
  taken: readonly string[] = [],
): ProgrammeChange[] {
  const left = scenes.filter((s) => s.kind !== 'shots' && dayId !== null && s.dayId === dayId);
  const known = new Map<MomentLine, Scene>();
  const claim = (rate: (m: MomentLine, s: Scene) => number, least: number) => {
    const pairs = moments
      .filter((m) => !known.has(m))
      .flatMap((m) => left.map((s) => ({ m, s, rate: rate(m, s) })))
      .filter((p) => p.rate >= least)
      .sort(
        (a, b) =>
          b.rate - a.rate ||
          Math.abs((a.m.plannedMin ?? 0) - (a.s.plannedMin ?? 0)) -
            Math.abs((b.m.plannedMin ?? 0) - (b.s.plannedMin ?? 0)),
      );
    for (const { m, s } of pairs) {
      if (known.has(m) || !left.includes(s)) continue;
      known.set(m, s);
      left.splice(left.indexOf(s), 1);
    }
  };
  claim((m, s) => (plain(m.title) === plain(s.title) ? 1 : 0), 1);
  claim((m, s) => likeness(m.title, s.title), ALIKE);
  const numbers = new Set([...scenes.map((s) => s.number), ...taken]);
  let number = scenes.reduce((most, s) => Math.max(most, Number.parseInt(s.number, 10)), 0);
  let position = scenes.reduce((most, s) => Math.max(most, s.position), 0);
  let before: string | null = null;
  const changes = moments.map((moment): ProgrammeChange => {
    const scene = known.get(moment);
    const followsId = moment.start === 'follows' ? before : null;
    before = scene?.id ?? newId();
    if (!scene) {
      do number += 1;
      while (numbers.has(String(number)));
      position += 1;
      return { kind: 'new', id: before, moment, followsId, number: String(number), position };
    }
    const values: Partial<Scene> = {
      ...(moment.title === scene.title ? {} : { title: moment.title }),
      ...(moment.plannedMin === null || moment.plannedMin === scene.plannedMin
        ? {}
        : { plannedMin: moment.plannedMin }),
      ...(moment.lengthMin === null || moment.lengthMin === scene.lengthMin ? {} : { lengthMin: moment.lengthMin }),
      ...(moment.start === 'about' && scene.startKind === 'fixed' ? { startKind: 'about' as const } : {}),
      ...(followsId !== null && scene.followsSceneId !== followsId
        ? { startKind: 'follows' as const, followsSceneId: followsId }
        : {}),
      ...(scene.startKind === 'follows' && moment.plannedMin !== null
        ? { startKind: 'fixed' as const, followsSceneId: null }
        : {}),
    };
    return { kind: Object.keys(values).length ? 'moved' : 'same', moment, scene, values };
  });
  return [...changes, ...left.map((scene): ProgrammeChange => ({ kind: 'gone', scene }))];
}

/** What a new moment of a list is stored as. */
export const momentFields = (
  { moment, followsId, number, position }: Extract<ProgrammeChange, { kind: 'new' }>,
  of: Pick<Scene, 'kind' | 'dayId' | 'placeId'>,
): Omit<Scene, 'id' | 'productionId' | 'version' | 'deletedAt'> => ({
  ...SCENE_DEFAULTS,
  ...of,
  number,
  position,
  title: moment.title,
  eighths: 0,
  plannedMin: moment.plannedMin,
  lengthMin: moment.lengthMin,
  startKind: followsId === null ? (moment.start === 'about' ? 'about' : 'fixed') : 'follows',
  followsSceneId: followsId,
});

/** How many moments are new, moved, the same and gone, in words. */
export function programmeWords(changes: readonly ProgrammeChange[]): string {
  const count = (kind: ProgrammeChange['kind']) => changes.filter((c) => c.kind === kind).length;
  const said = (['new', 'moved', 'gone'] as const).flatMap((kind) => (count(kind) ? [`${count(kind)} ${kind}`] : []));
  if (count('new') === changes.length) return formatCount(changes.length, 'moment');
  return [...said, ...(count('same') ? [`${count('same')} as before`] : [])].join(', ');
}
