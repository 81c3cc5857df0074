import { parseMinutes } from '../units/index.ts';
import { MOVEMENTS, PRIORITIES, SIZES, SUPPORTS, type Shot } from './model.ts';

/** What a quick line knows about the production when it reads a word. */
export interface QuickLineContext {
  sceneNumbers: readonly string[];
  people: readonly { id: string; shortName: string }[];
  setups: readonly { id: string; code: string }[];
  cameras: readonly string[];
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
  >
>;

export interface QuickLine {
  sceneNumber: string | null;
  fields: QuickLineFields;
  chips: Chip[];
  /** What can't be as written, in words; the line is not taken while there are any. */
  problems: string[];
}

const isOneOf = <T extends string>(list: readonly T[], word: string): word is T =>
  (list as readonly string[]).includes(word);

/** Moves that may stand without a support; the others are everyday words and mean the description. */
const BARE_MOVES = ['static', 'pan', 'tilt', 'track', 'follow'] as const;

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

/**
 * Reads one line that adds a shot, such as `3 mcu ilse 50mm slider-in 2t must`: scene, size, person, lens,
 * support and move, takes, priority; also `100fps`, `12min`, `a+b` or `cam-a` for cameras, `L2` for the light
 * setup, `once`, `face`. Words it does not know become the description, in the order typed. Inside a scene
 * the leading number may be left out; text in quotes is always description.
 */
export function parseQuickLine(text: string, context: QuickLineContext): QuickLine {
  const fields: QuickLineFields = {};
  const chips: Chip[] = [];
  const problems: string[] = [];
  const words: string[] = [];
  const personIds: string[] = [];
  const people = new Map(context.people.map((p) => [p.shortName.toLowerCase(), p]));
  const setups = new Map(context.setups.map((s) => [s.code.toLowerCase(), s]));
  let sceneNumber: string | null = null;
  const chip = (kind: Chip['kind'], shown: string) => chips.push({ kind, text: shown });

  const tokens = [...text.matchAll(/"([^"]*)"?|(\S+)/g)].map((m) => ({ quoted: m[1], word: m[2] ?? '' }));
  tokens.forEach(({ quoted, word }, index) => {
    if (quoted !== undefined) {
      if (quoted.trim()) words.push(quoted.trim());
      return;
    }
    const w = word.toLowerCase();
    const number = /^(\d+(?:\.\d+)?)(t|tk|takes|mm|fps|min|m)$/.exec(w);
    const cameras = /^(?:cam-)?([a-z](?:\+[a-z])+)$/.exec(w) ?? /^cam-([a-z])$/.exec(w);
    const support = supportWord(w);
    const person = people.get(w);
    const setup = setups.get(w);
    if (index === 0 && /^\d{1,3}[a-z]?$/.test(w)) {
      sceneNumber = w.toUpperCase();
      if (context.sceneNumbers.includes(sceneNumber)) chip('scene', `scene ${sceneNumber}`);
      else problems.push(`There is no scene ${sceneNumber} yet.`);
    } else if (isOneOf(SIZES, w)) {
      fields.size = w;
      chip('size', w.toUpperCase());
    } else if (person) {
      if (!personIds.includes(person.id)) personIds.push(person.id);
      chip('person', person.shortName);
    } else if (setup) {
      fields.setupId = setup.id;
      chip('setup', setup.code);
    } else if (number) {
      readNumber(Number(number[1]), number[2] ?? '', w);
    } else if (/^\d{2,3}-\d{2,3}(mm)?$/.test(w)) {
      fields.lens = `${w.replace('mm', '').replace('-', '–')} mm`;
      chip('lens', fields.lens);
    } else if (isOneOf(PRIORITIES, w)) {
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
      Object.assign(fields, support);
      chip('support', [support.support, support.movement].filter(Boolean).join(', '));
    } else {
      words.push(word);
    }
  });

  function readNumber(value: number, unit: string, word: string): void {
    if (unit === 'mm') {
      if (value <= 0) problems.push('A lens has a focal length above 0 mm.');
      else {
        fields.lens = `${value} mm`;
        chip('lens', fields.lens);
      }
    } else if (unit === 'fps') {
      if (value < 1 || value > 2000) problems.push('Frames a second run from 1 to 2000.');
      else {
        fields.fps = value;
        chip('fps', `${value} fps`);
      }
    } else if (unit === 'min' || unit === 'm') {
      const said = parseMinutes(word);
      if (said > 1440) problems.push('A shot may take 1440 min at most.');
      else {
        fields.minutesOverride = said;
        chip('minutes', `${said} min`);
      }
    } else if (!Number.isInteger(value) || value < 1 || value > 99) {
      problems.push('Takes are a whole number from 1 to 99.');
    } else {
      fields.takesPlanned = value;
      chip('takes', `${value} ${value === 1 ? 'take' : 'takes'}`);
    }
  }

  if (personIds.length) {
    fields.personIds = personIds;
    fields.faceNeeded ??= fields.size !== 'insert';
  }
  const description = words.join(' ');
  if (description.length > 300) problems.push('The description may have 300 characters at most.');
  if (description) {
    fields.description = description;
    chip('description', description);
  }
  return { sceneNumber, fields, chips, problems };
}
