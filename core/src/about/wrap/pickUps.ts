import { InputError } from '../../base/errors/index.ts';
import { bare } from '../../base/records/index.ts';
import type { Clip } from '../../rooms/copies/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import { nextShotCode, SHOT_DEFAULTS, type NumberSchool, type Scene, type Shot } from '../../rooms/scenes/index.ts';
import type { CutNote } from './cutNotes.ts';
import type { ClipMatch } from './match.ts';

/** A note beside the shot that it is of, as far as it can be told, and by what. */
export interface PickUp {
  note: CutNote;
  shot: Shot | null;
  scene: Scene | null;
  by: 'clip' | 'shot named' | 'scene named' | null;
}

export interface PickUpSources {
  scenes: readonly Scene[];
  shots: readonly Shot[];
  takes: readonly Take[];
  clips: readonly Pick<Clip, 'id' | 'name'>[];
  matches: readonly Pick<ClipMatch, 'clipId' | 'takeId'>[];
}

const stem = (name: string): string =>
  name
    .replace(/^.*[/\\]/, '')
    .replace(/\.[^.]+$/, '')
    .toLowerCase();
const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
/** Whether a code stands in words as a word of its own. */
const says = (words: string, code: string): boolean =>
  new RegExp(`(?<![\\p{L}\\p{N}])${escaped(code)}(?![\\p{L}\\p{N}])`, 'iu').test(words);

/**
 * Finds for each note the shot it is of: by the clip that plays there (its take’s shot), else by a shot’s number in the words, else by `scene 7`. A code of digits alone
 * (running numbers) counts only after the word *shot*: “2 more” is no shot.
 */
export function findPickUps(notes: readonly CutNote[], s: PickUpSources): PickUp[] {
  const shots = new Map(s.shots.map((x) => [x.id, x]));
  const scenes = new Map(s.scenes.map((x) => [x.id, x]));
  const takes = new Map(s.takes.map((t) => [t.id, t]));
  const takeOf = new Map(s.matches.map((m) => [m.clipId, m.takeId]));
  const clipOf = new Map(s.clips.map((c) => [stem(c.name), c.id]));
  // The longer codes first: 3AA before 3A.
  const codes = [...s.shots].sort((a, b) => b.code.length - a.code.length);
  return notes.map((note): PickUp => {
    const take = takes.get(takeOf.get(clipOf.get(stem(note.clip)) ?? '') ?? '');
    const filmed = shots.get(take?.shotId ?? '');
    if (filmed) return { note, shot: filmed, scene: scenes.get(filmed.sceneId) ?? null, by: 'clip' };
    const moment = scenes.get(take?.sceneId ?? '');
    if (moment) return { note, shot: null, scene: moment, by: 'clip' };
    const named = codes.find((x) => says(note.words, /^\d+$/.test(x.code) ? `shot ${x.code}` : x.code));
    if (named) return { note, shot: named, scene: scenes.get(named.sceneId) ?? null, by: 'shot named' };
    const scene = s.scenes.find((x) => x.number !== '' && says(note.words, `scene ${x.number}`));
    return { note, shot: null, scene: scene ?? null, by: scene ? 'scene named' : null };
  });
}

/** A pick-up as the person settled it: what is to be shot, and of which scene. */
export interface Wanted {
  words: string;
  at: string;
  sceneId: string;
  /** The shot whose size, lens, people and light it takes over; null: none. */
  likeShotId: string | null;
}

/**
 * New shots for pick-ups: as the shot they are of (frame, lens, camera, people, light as built), with what the note says; musts, since somebody misses them. Codes go on from
 * those that were ever used. Minutes are those of the shot they are like, less its rehearsal: it was done before.
 */
export function pickUpShots(
  wanted: readonly Wanted[],
  { shots, scenes, school }: { shots: readonly Shot[]; scenes: readonly Scene[]; school: NumberSchool },
): Omit<Shot, 'id' | 'productionId' | 'version' | 'deletedAt'>[] {
  const used = shots.map((s) => s.code);
  const sceneOf = new Map(scenes.map((s) => [s.id, s]));
  const shotOf = new Map(shots.map((s) => [s.id, s]));
  const last = new Map<string, number>();
  for (const s of shots) last.set(s.sceneId, Math.max(last.get(s.sceneId) ?? 0, s.position));
  return wanted.map((w) => {
    const scene = sceneOf.get(w.sceneId);
    if (!scene) throw new InputError('pickups.scene', `“${w.words}” has no scene: choose one.`);
    const code = nextShotCode(scene.number, used, school);
    used.push(code);
    const position = (last.get(scene.id) ?? 0) + 1;
    last.set(scene.id, position);
    const like = shotOf.get(w.likeShotId ?? '');
    return {
      ...SHOT_DEFAULTS,
      ...(like ? bare(like) : {}),
      ...{ sceneId: scene.id, code, position, description: w.words.slice(0, 300), priority: 'must' as const },
      ...{ pass: 'pick-up', dropped: false, rehearseMin: 0, minutesOverride: null, windows: [], happensOnce: false },
      reason: `From the rough cut${w.at ? ` at ${w.at}` : ''}${like ? `, like ${like.code}` : ''}.`,
    };
  });
}
