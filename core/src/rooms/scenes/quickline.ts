import { parseClock, parseMinutes } from '../../base/units/index.ts';
import { ANGLES, FACINGS, MOVEMENTS, PRIORITIES, SIZES, SUPPORTS, type Shot } from './model.ts';

/** What a quick line knows about the production when it reads a word. */
export interface QuickLineContext {
  sceneNumbers: readonly string[];
  people: readonly { id: string; shortName: string }[];
  setups: readonly { id: string; code: string }[];
  cameras: readonly string[];
  /** Deliverables and the client’s marks, by the tag that stands behind `#`. */
  deliverables?: readonly { id: string; tag: string }[];
  marks?: readonly { id: string; tag: string }[];
}

export interface Chip {
  kind:
    | 'scene'
    | 'size'
    | 'person'
    | 'lens'
    | 'support'
    | 'takes'
    | 'priority'
    | 'fps'
    | 'minutes'
    | 'camera'
    | 'setup'
    | 'once'
    | 'face'
    | 'side'
    | 'angle'
    | 'role'
    | 'facing'
    | 'tag'
    | 'gate'
    | 'operator'
    | 'window'
    | 'description';
  text: string;
}

export type QuickLineFields = Partial<
  Pick<
    Shot,
    | 'description'
    | 'size'
    | 'cameras'
    | 'support'
    | 'movement'
    | 'lens'
    | 'fps'
    | 'setupId'
    | 'personIds'
    | 'takesPlanned'
    | 'minutesOverride'
    | 'priority'
    | 'happensOnce'
    | 'faceNeeded'
    | 'side'
    | 'angle'
    | 'role'
    | 'facing'
    | 'deliverableIds'
    | 'markIds'
    | 'operatorId'
    | 'windows'
  >
> & {
  /** Number of the scene before which it must be had. */
  beforeNumber?: string;
};

export interface QuickLine {
  sceneNumber: string | null;
  fields: QuickLineFields;
  chips: Chip[];
  /** What can't be as written, in words; the line is not taken while there are any. */
  problems: string[];
  /** What does not go together or is hard to believe, in words; the line is taken all the same. */
  warnings: string[];
}

/** Words that turn up in descriptions too: behind another word of one they mean what they say, and stay in it. */
const EVERYDAY = new Set(['face', 'once', 'follow', 'track', 'static', 'plate', 'master', 'reaction', 'fixed', 'nice']);
/** A longer lens than this is a slip of the finger. */
const LONGEST_LENS_MM = 2000;

const isOneOf = <T extends string>(list: readonly T[], word: string): word is T =>
  (list as readonly string[]).includes(word);

/** Moves that may stand without a support; the others are everyday words and mean the description. */
const BARE_MOVES = ['static', 'pan', 'tilt', 'track', 'follow'] as const;

/** What a shot is for, in words that don’t turn up in descriptions. */
const ROLE_WORDS = ['establishing', 'master', 'reaction', 'cutaway', 'plate'] as const;

/** Words that begin with a sign or a key: `@east`, `#vertical`, `before-10`, `by-mirko`, `faces-left`, `low-angle`, `17:05-18:20`. */
function signedWord(
  w: string,
  context: QuickLineContext,
): { kind: Chip['kind']; text: string; fields: QuickLineFields; problem?: string } | null {
  const [, sign, rest = ''] = /^(@|#|before-|by-|faces-)(.+)$/.exec(w) ?? [];
  if (sign === '@' && rest.length > 24)
    return { kind: 'side', text: '', fields: {}, problem: 'The side may have 24 characters at most.' };
  if (sign === '@') return { kind: 'side', text: `${rest} side`, fields: { side: rest } };
  if (sign === '#') {
    const deliverable = context.deliverables?.find((d) => d.tag === rest);
    const mark = context.marks?.find((m) => m.tag === rest);
    if (deliverable) return { kind: 'tag', text: `for ${rest}`, fields: { deliverableIds: [deliverable.id] } };
    if (mark) return { kind: 'tag', text: `shows ${rest}`, fields: { markIds: [mark.id] } };
    return { kind: 'tag', text: '', fields: {}, problem: `Nothing in the brief is tagged #${rest}.` };
  }
  if (sign === 'before-') {
    const number = rest.toUpperCase();
    if (!/^\d{1,3}[A-Z]?$/.test(number)) return null;
    if (context.sceneNumbers.includes(number))
      return { kind: 'gate', text: `before ${number}`, fields: { beforeNumber: number } };
    return { kind: 'gate', text: '', fields: {}, problem: `There is no scene ${number} to be before.` };
  }
  if (sign === 'by-') {
    const person = context.people.find((p) => p.shortName.toLowerCase() === rest);
    if (person) return { kind: 'operator', text: `by ${person.shortName}`, fields: { operatorId: person.id } };
    return { kind: 'operator', text: '', fields: {}, problem: `Nobody here is called “${rest}”.` };
  }
  if (sign === 'faces-')
    return isOneOf(FACINGS, rest) ? { kind: 'facing', text: `faces ${rest}`, fields: { facing: rest } } : null;
  const angle = w.endsWith('-angle') ? w.slice(0, -6) : w;
  if (isOneOf(ANGLES, angle) && (angle !== w || w.includes('-')))
    return { kind: 'angle', text: `${angle.replaceAll('-', ' ')}`, fields: { angle } };
  if (isOneOf(ROLE_WORDS, w)) return { kind: 'role', text: w, fields: { role: w } };
  const [, from, to] = /^((?:[0-2]?\d|3[0-5]):[0-5]\d)[-–]((?:[0-2]?\d|3[0-5]):[0-5]\d)$/.exec(w) ?? [];
  if (!from || !to) return null;
  const window: [number, number] = [parseClock(from), parseClock(to)];
  if (window[1] <= window[0])
    return { kind: 'window', text: '', fields: {}, problem: 'A window ends after it starts.' };
  return { kind: 'window', text: `${from}–${to}`, fields: { windows: [window] } };
}

/** Reads `slider-in` or `slider` or `pan`. */
function supportWord(word: string): Pick<QuickLineFields, 'support' | 'movement'> | null {
  const [first = '', second, ...more] = word.split('-');
  if (more.length) return null;
  if (second === undefined) {
    if (isOneOf(SUPPORTS, first)) return { support: first };
    return isOneOf(BARE_MOVES, first) ? { movement: first } : null;
  }
  return isOneOf(SUPPORTS, first) && isOneOf(MOVEMENTS, second) ? { support: first, movement: second } : null;
}

/** A number with its unit, as a field of the shot; what it can’t be is said in `problem`, what is hard to believe in `warning`. */
function numberWord(
  value: number,
  unit: string,
  word: string,
): { kind: Chip['kind']; text: string; fields: QuickLineFields; problem?: string; warning?: string } {
  const wrong = (kind: Chip['kind'], problem: string) => ({ kind, text: '', fields: {}, problem });
  if (unit === 'mm') {
    if (value <= 0) return wrong('lens', 'A lens has a focal length above 0 mm.');
    const lens = `${value} mm`;
    const warning = value > LONGEST_LENS_MM ? { warning: `A lens of ${value} mm is hard to believe.` } : {};
    return { kind: 'lens', text: lens, fields: { lens }, ...warning };
  }
  if (unit === 'fps') {
    if (value < 1 || value > 2000) return wrong('fps', 'Frames a second run from 1 to 2000.');
    return { kind: 'fps', text: `${value} fps`, fields: { fps: value } };
  }
  if (unit === 'min' || unit === 'm') {
    const asked = parseMinutes(word);
    if (asked > 1440) return wrong('minutes', 'A shot may take 1440 min at most.');
    return { kind: 'minutes', text: `${asked} min`, fields: { minutesOverride: asked } };
  }
  if (!Number.isInteger(value) || value < 1 || value > 99)
    return wrong('takes', 'Takes are a whole number from 1 to 99.');
  return { kind: 'takes', text: `${value} ${value === 1 ? 'take' : 'takes'}`, fields: { takesPlanned: value } };
}

/**
 * Reads one line that adds a shot, such as `3 mcu ilse 50mm slider-in 2t must`: scene, size, person, lens,
 * support and move, takes, priority; also `100fps`, `12min`, `a+b` or `cam-a` for cameras, `L2` for the light
 * setup, `once`, `face`; `@east` for the side of the action, `low-angle`, `faces-left`, `reaction`, `#vertical` for a
 * deliverable or mark, `before-10` for a gate, `by-mirko` for who has claimed it, `17:05-18:20` for a window. Words it does not know become the description, in the order typed. Inside a scene
 * the leading number may be left out; text in quotes is always description.
 */
export function parseQuickLine(text: string, context: QuickLineContext): QuickLine {
  const fields: QuickLineFields = {};
  const chips: Chip[] = [];
  const problems: string[] = [];
  const warnings: string[] = [];
  const words: string[] = [];
  /** Index of the token that the description took last. */
  let lastPlain = -1;
  const once = new Map<string, string>();
  /** Notes that a thing was said, and warns when it was said before as another. */
  const said = (what: string, as: string) => {
    const before = once.get(what);
    if (before !== undefined && before !== as)
      warnings.push(`“${before}” and “${as}” can’t both be the ${what}: “${as}” counts.`);
    once.set(what, as);
  };
  const personIds: string[] = [];
  const people = new Map(context.people.map((p) => [p.shortName.toLowerCase(), p]));
  const setups = new Map(context.setups.map((s) => [s.code.toLowerCase(), s]));
  let sceneNumber: string | null = null;
  const chip = (kind: Chip['kind'], shown: string) => chips.push({ kind, text: shown });

  const tokens = [...text.matchAll(/"([^"]*)"?|(\S+)/g)].map((m) => ({ quoted: m[1], word: m[2] ?? '' }));
  tokens.forEach(({ quoted, word }, index) => {
    if (quoted !== undefined) {
      if (quoted.trim()) words.push(quoted.trim());
      lastPlain = index;
      return;
    }
    const w = word.toLowerCase();
    // “close on her face”: understood, and still a word of the sentence.
    if (EVERYDAY.has(w) && lastPlain === index - 1 && index > 0) {
      words.push(word);
      lastPlain = index;
    }
    const number = /^(\d+(?:\.\d+)?)(t|tk|takes|mm|fps|min|m)$/.exec(w);
    const cameras = /^(?:cam-)?([a-z](?:\+[a-z])+)$/.exec(w) ?? /^cam-([a-z])$/.exec(w);
    const support = supportWord(w);
    const person = people.get(w);
    const setup = setups.get(w);
    const signed = signedWord(w, context);
    if (index === 0 && /^\d{1,3}[a-z]?$/.test(w)) {
      sceneNumber = w.toUpperCase();
      if (context.sceneNumbers.includes(sceneNumber)) chip('scene', `scene ${sceneNumber}`);
      else problems.push(`There is no scene ${sceneNumber} yet.`);
    } else if (signed) {
      if (signed.problem) problems.push(signed.problem);
      else {
        const { deliverableIds, markIds, windows, ...rest } = signed.fields;
        Object.assign(fields, rest);
        if (deliverableIds) fields.deliverableIds = [...new Set([...(fields.deliverableIds ?? []), ...deliverableIds])];
        if (markIds) fields.markIds = [...new Set([...(fields.markIds ?? []), ...markIds])];
        if (windows) fields.windows = [...(fields.windows ?? []), ...windows];
        chip(signed.kind, signed.text);
      }
    } else if (isOneOf(SIZES, w)) {
      said('size', w);
      fields.size = w;
      chip('size', w.toUpperCase());
    } else if (person) {
      if (!personIds.includes(person.id)) personIds.push(person.id);
      chip('person', person.shortName);
    } else if (setup) {
      fields.setupId = setup.id;
      chip('setup', setup.code);
    } else if (number) {
      const read = numberWord(Number(number[1]), number[2] ?? '', w);
      if (read.problem) problems.push(read.problem);
      else {
        Object.assign(fields, read.fields);
        if (read.fields.lens) said('lens', read.fields.lens);
        if (read.warning) warnings.push(read.warning);
        chip(read.kind, read.text);
      }
    } else if (/^\d{2,3}-\d{2,3}(mm)?$/.test(w)) {
      fields.lens = `${w.replace('mm', '').replace('-', '–')} mm`;
      chip('lens', fields.lens);
    } else if (isOneOf(PRIORITIES, w)) {
      said('priority', w);
      fields.priority = w;
      chip('priority', w);
    } else if (w === 'once') {
      fields.happensOnce = true;
      chip('once', 'happens once');
    } else if (w === 'face') {
      fields.faceNeeded = true;
      chip('face', 'face needed');
    } else if (cameras) {
      const letters = (cameras[1] ?? '').toUpperCase().split('+');
      const unknown = letters.filter((l) => !context.cameras.includes(l));
      if (unknown.length) problems.push(`There is no camera ${unknown.join(', ')} in this production.`);
      else {
        fields.cameras = [...new Set(letters)];
        chip('camera', letters.join(' + '));
      }
    } else if (support) {
      if (support.support) said('support', support.support);
      Object.assign(fields, support);
      chip('support', [support.support, support.movement].filter(Boolean).join(', '));
    } else {
      words.push(word);
      lastPlain = index;
    }
  });

  if (personIds.length) {
    fields.personIds = personIds;
    fields.faceNeeded ??= fields.size !== 'insert';
  }
  // “Hands, macro, 60fps”: what stood before a word that was read keeps no comma.
  const description = words.join(' ').replace(/[\s,;]+$/, '');
  if (description.length > 300) problems.push('The description may have 300 characters at most.');
  if (description) {
    fields.description = description;
    chip('description', description);
  }
  return { sceneNumber, fields, chips, problems, warnings };
}

/** Shots whose words name somebody who is not in them: written before the person was made. */
export function shotsNaming<T extends Pick<Shot, 'description' | 'personIds' | 'dropped'>>(
  person: { id: string; shortName: string },
  shots: readonly T[],
): T[] {
  const name = person.shortName.toLowerCase();
  return shots.filter(
    (s) =>
      !s.dropped &&
      !s.personIds.includes(person.id) &&
      s.description
        .toLowerCase()
        .split(/[^\p{L}\p{N}]+/u)
        .includes(name),
  );
}
