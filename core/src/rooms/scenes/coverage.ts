import { SIZE_WORDS, type Scene, type Shot } from './model.ts';
import type { Waiver } from './anchors.ts';

/** Something an editor would miss, said quietly, with the shot that would give it. */
export interface Suggestion {
  /** Stays the same while the hole is the same, so that *not needed* lasts. */
  key: string;
  sceneId: string;
  words: string;
  why: string;
  /** The shot that one key adds. */
  add: Partial<Shot>;
  /** After which shot it belongs; null at the end of the scene. */
  afterId: string | null;
}

/** What there is of one person in a scene: codes by size and by side. */
export interface PersonCoverage {
  personId: string;
  sizes: ReadonlyMap<string, readonly string[]>;
  sides: ReadonlyMap<string, readonly string[]>;
  codes: readonly string[];
}

export interface SceneCoverage {
  people: PersonCoverage[];
  suggestions: Suggestion[];
  /** How many suggestions were answered with *not needed*. */
  waived: number;
}

type Named = readonly { id: string; name: string; shortName: string; kind: string }[];

const WIDE = new Set<Shot['size']>(['ews', 'ws', 'fs']);
const CLOSE = new Set<Shot['size']>(['mcu', 'cu', 'ecu']);
/** A side that sees along the line belongs to both. */
const NEUTRAL = new Set(['', 'line', 'on the line', 'neutral', 'axis', 'front', 'top']);
export const isNeutralSide = (side: string): boolean => NEUTRAL.has(side.toLowerCase());
const CROSSES = new Set<Shot['movement']>(['track', 'follow']);
/** A take of at least this long is speech or a whole action: it will be cut into. */
const LONG_TAKE_MIN = 2;

const isCutaway = (s: Shot) =>
  s.size === 'insert' ||
  s.role === 'cutaway' ||
  s.role === 'detail' ||
  (s.role === 'reaction' && s.personIds.length > 0);
const isWide = (s: Shot) => WIDE.has(s.size) || s.role === 'establishing' || s.role === 'master';
const put = (map: Map<string, string[]>, key: string, code: string) =>
  void (map.get(key)?.push(code) ?? map.set(key, [code]));

/**
 * What a scene's shots give an editor and what they don't: per person which sizes and sides exist, and a suggestion
 * for every hole that isn't waived. Dropped shots give nothing. A scene covered by *few, perfect* shots is not asked
 * for second sizes and cutaways; cues are not asked at all, since their cameras run through.
 */
export function sceneCoverage(
  scene: Scene,
  allShots: readonly Shot[],
  people: Named,
  waivers: readonly Waiver[] = [],
): SceneCoverage {
  const shots = allShots.filter((s) => s.sceneId === scene.id && !s.dropped);
  const cast = [...new Set([...scene.personIds, ...shots.flatMap((s) => s.personIds)])].flatMap(
    (id) => people.find((p) => p.id === id) ?? [],
  );
  const coverage = cast.map((person): PersonCoverage => {
    const own = shots.filter((s) => s.personIds.includes(person.id));
    const sizes = new Map<string, string[]>();
    const sides = new Map<string, string[]>();
    for (const s of own) {
      if (s.size) put(sizes, s.size, s.code);
      if (s.side) put(sides, s.side, s.code);
    }
    return { personId: person.id, sizes, sides, codes: own.map((s) => s.code) };
  });
  const found = shots.length || scene.personIds.length ? holes(scene, shots, cast) : [];
  const waived = new Set(waivers.filter((w) => w.sceneId === scene.id).map((w) => w.key));
  return {
    people: coverage,
    suggestions: found.filter((s) => !waived.has(s.key)),
    waived: found.filter((s) => waived.has(s.key)).length,
  };
}

function holes(scene: Scene, shots: readonly Shot[], cast: Named): Suggestion[] {
  if (scene.kind === 'cue') return cueHoles(scene, shots);
  const found: Suggestion[] = [];
  const say: Say = (key, words, why, add, afterId = null) =>
    void found.push({ key, sceneId: scene.id, words, why, add, afterId });
  if (shots.length && !shots.some(isWide))
    say(
      'way-in',
      'No way in or out: nothing wide',
      `The widest of the ${shots.length} is ${widest(shots)}; a scene is entered and left by a picture of the place.`,
      { size: 'ws', role: 'establishing', description: `${scene.title}, the place` },
    );
  for (const person of cast) {
    const own = shots.filter((s) => s.personIds.includes(person.id));
    if (own.length === 0) {
      if (person.kind === 'crew') continue;
      say(
        `nothing:${person.id}`,
        `Nothing of ${person.shortName}`,
        `${person.name} is in the scene and in none of its shots.`,
        { size: 'ms', personIds: [person.id], faceNeeded: true, description: person.shortName },
      );
      continue;
    }
    // A moment runs once before several cameras: there the split between them counts, not sizes of one person.
    if (scene.kind === 'shots') sizeHole(scene, own, person, say);
  }
  reactionHoles(scene, shots, cast, say);
  if (scene.kind === 'shots') jumpHole(scene, shots, say);
  lineHoles(shots, cast, say);
  if (scene.kind === 'moment') splitHole(shots, say);
  return found;
}

type Say = (key: string, words: string, why: string, add: Partial<Shot>, afterId?: string | null) => void;

function widest(shots: readonly Shot[]): string {
  const order = Object.keys(SIZE_WORDS);
  const sizes = shots.flatMap((s) => (s.size ? [s.size] : [])).sort((a, b) => order.indexOf(a) - order.indexOf(b));
  return sizes[0] ? SIZE_WORDS[sizes[0]] : 'of no said size';
}

/** Faces seen in one size only cannot be cut with themselves. */
function sizeHole(scene: Scene, own: readonly Shot[], person: Named[number], say: Say): void {
  const faces = own.filter((s) => s.faceNeeded && s.size && s.size !== 'insert');
  const sizes = new Set(faces.map((s) => s.size));
  const long = faces.some((s) => s.takeLengthMin >= LONG_TAKE_MIN);
  if (scene.style === 'few' || sizes.size !== 1 || (faces.length < 2 && !long)) return;
  const size = faces[0]?.size as NonNullable<Shot['size']>;
  say(
    `one-size:${person.id}`,
    `Only one size on ${person.shortName}: ${SIZE_WORDS[size]}`,
    `${faces.map((s) => s.code).join(', ')} show${faces.length === 1 ? 's' : ''} the face in the same size; a cut between them jumps.`,
    {
      size: CLOSE.has(size) ? 'ms' : 'cu',
      personIds: [person.id],
      faceNeeded: true,
      side: faces[0]?.side ?? '',
      setupId: faces[0]?.setupId ?? null,
      description: `${person.shortName}, ${CLOSE.has(size) ? 'wider' : 'closer'}`,
    },
  );
}

/** Where several are together and one has a close picture, the others' faces are what it is cut against. */
function reactionHoles(scene: Scene, shots: readonly Shot[], cast: Named, say: Say): void {
  const closeOf = (id: string) =>
    shots.filter((s) => s.personIds.includes(id) && s.faceNeeded && (CLOSE.has(s.size) || s.role === 'reaction'));
  const seen = cast.filter((p) => shots.some((s) => s.personIds.includes(p.id)));
  const led = seen.filter((p) => closeOf(p.id).length > 0);
  for (const person of seen) {
    if (seen.length < 2 || led.length === 0 || closeOf(person.id).length > 0) continue;
    say(
      `reaction:${person.id}`,
      `No reaction for ${person.shortName}`,
      `${led.map((p) => p.shortName).join(', ')} ${led.length === 1 ? 'is' : 'are'} seen close; nothing close of ${person.name} to cut to.`,
      {
        size: 'cu',
        role: 'reaction',
        personIds: [person.id],
        faceNeeded: true,
        description: `${person.shortName} reacts`,
      },
    );
  }
  const once = shots.filter((s) => s.happensOnce && s.role !== 'reaction');
  if (scene.kind === 'moment' && once.length && !shots.some((s) => s.role === 'reaction'))
    say(
      'reaction',
      'Action without reaction',
      `${once.map((s) => s.code).join(', ')} show what happens; nothing shows who sees it.`,
      { size: 'mcu', role: 'reaction', happensOnce: true, faceNeeded: true, description: 'Faces as it happens' },
    );
}

/** A long take will be shortened: without something to cut to, it jumps. */
function jumpHole(scene: Scene, shots: readonly Shot[], say: Say): void {
  const long = shots.filter((s) => s.takeLengthMin >= LONG_TAKE_MIN && s.faceNeeded);
  if (scene.style === 'few' || long.length === 0 || shots.some(isCutaway)) return;
  say(
    'cover',
    'No cover for a jump: no insert or cutaway',
    `${long.map((s) => s.code).join(', ')} run${long.length === 1 ? 's' : ''} for ${Math.max(...long.map((s) => s.takeLengthMin))} min and will be shortened; nothing lies over the cut.`,
    { size: 'insert', role: 'cutaway', faceNeeded: false, description: 'Hands, or what is talked about' },
  );
}

/** Two neighbouring shots of the same people from different sides, with nothing on the line between them. */
function lineHoles(shots: readonly Shot[], cast: Named, say: Say): void {
  const ordered = [...shots]
    .filter((s) => s.size !== 'insert' && s.personIds.length > 0)
    .sort((a, b) => a.position - b.position);
  ordered.forEach((next, i) => {
    const before = ordered[i - 1];
    if (!before || CROSSES.has(before.movement) || CROSSES.has(next.movement)) return;
    const [a, b] = [before.side.toLowerCase(), next.side.toLowerCase()];
    if (isNeutralSide(a) || isNeutralSide(b) || a === b) return;
    const shared = before.personIds.filter((id) => next.personIds.includes(id));
    if (shared.length === 0) return;
    const names = shared.flatMap((id) => cast.find((p) => p.id === id)?.shortName ?? []).join(', ');
    say(
      `line:${before.id}:${next.id}`,
      `Line crossed between ${before.code} and ${next.code}`,
      `${names}: ${before.code} is from the ${before.side} side, ${next.code} from the ${next.side} side, and nothing on the line stands between.`,
      {
        size: 'ms',
        side: 'line',
        personIds: shared,
        setupId: next.setupId,
        description: `${names}, on the line`,
      },
      before.id,
    );
  });
}

/** A moment seen tight only, or wide only. */
function splitHole(shots: readonly Shot[], say: Say): void {
  const sized = shots.filter((s) => s.size !== null);
  if (sized.length < 2) return;
  const wide = sized.some((s) => WIDE.has(s.size) || s.size === 'mws');
  const tight = sized.some((s) => CLOSE.has(s.size) || s.size === 'insert');
  if (!tight)
    say('tight', 'Everybody wide, nobody tight', 'No shot of the moment is closer than medium.', {
      size: 'cu',
      happensOnce: true,
      description: 'Close on what matters',
    });
  else if (!wide)
    say('wide', 'Everybody tight, nobody wide', 'No shot of the moment shows all of it.', {
      size: 'ws',
      happensOnce: true,
      description: 'All of it',
    });
}

/** A cue needs a picture, and a second one to go to. */
function cueHoles(scene: Scene, shots: readonly Shot[]): Suggestion[] {
  const cameras = new Set(shots.flatMap((s) => s.cameras));
  if (cameras.size >= 2) return [];
  return [
    {
      key: 'second',
      sceneId: scene.id,
      words: cameras.size === 0 ? 'No camera on this cue' : `Only camera ${[...cameras].join('')}: nothing to cut to`,
      why: 'When the one picture fails or turns away, there must be another that is framed.',
      add: { size: 'ws', happensOnce: true, description: `${scene.title}, safety` },
      afterId: null,
    },
  ];
}
