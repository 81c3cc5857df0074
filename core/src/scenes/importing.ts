import type { PlainTable } from '../formats/index.ts';
import { parseClock, parseMinutes } from '../units/index.ts';
import { nextShotCode, type NumberSchool } from './numbering.ts';
import { SCENE_DEFAULTS, SHOT_DEFAULTS, sceneFields, shotFields, type Scene, type Shot } from './model.ts';

/** What a column of a pasted list can mean, with the headings that are taken for it. */
export const IMPORT_FIELDS = {
  scene: { words: 'scene number', known: ['scene', 'sc', 'scene no', 'scene number', 'sc.'] },
  title: {
    words: 'scene title',
    known: ['scene title', 'title', 'scene name', 'heading', 'scene heading'],
  },
  code: { words: 'shot number', known: ['shot', 'shot no', 'shot number', 'no', 'nr', '#', 'number'] },
  description: { words: 'what', known: ['description', 'what', 'action', 'shot description', 'subject', 'content'] },
  size: { words: 'size', known: ['size', 'shot size', 'framing', 'type', 'shot type'] },
  people: { words: 'people', known: ['who', 'people', 'cast', 'talent', 'characters', 'person'] },
  lens: { words: 'lens', known: ['lens', 'focal length', 'mm'] },
  support: { words: 'support', known: ['support', 'rig', 'equipment', 'grip'] },
  movement: { words: 'move', known: ['move', 'movement', 'camera movement'] },
  angle: { words: 'angle', known: ['angle', 'camera angle'] },
  cameras: { words: 'cameras', known: ['camera', 'cameras', 'cam'] },
  fps: { words: 'frames a second', known: ['fps', 'frame rate', 'speed', 'frames a second'] },
  side: { words: 'side of the action', known: ['side'] },
  sound: { words: 'sound', known: ['sound', 'audio'] },
  takes: { words: 'takes', known: ['takes', 'takes planned'] },
  minutes: {
    words: 'minutes',
    known: ['minutes', 'min', 'time', 'est', 'estimate', 'duration', 'length', 'est. time'],
  },
  priority: { words: 'priority', known: ['priority', 'prio', 'must'] },
  reason: { words: 'why it is there', known: ['reason', 'why', 'purpose'] },
  fallback: { words: 'fallback', known: ['fallback', 'if not', 'alternative'] },
} as const;
export type ImportField = keyof typeof IMPORT_FIELDS;

/** For each column: what it means, or null to leave it out. */
export type Mapping = (ImportField | null)[];

/** Guesses what the columns mean by their headings; a meaning is given once only. */
export function guessMapping(headings: readonly string[]): Mapping {
  const used = new Set<ImportField>();
  return headings.map((heading) => {
    const word = heading
      .toLowerCase()
      .replace(/[_\s]+/g, ' ')
      .trim();
    const found = (Object.keys(IMPORT_FIELDS) as ImportField[]).find(
      (field) => !used.has(field) && (IMPORT_FIELDS[field].known as readonly string[]).includes(word),
    );
    if (found) used.add(found);
    return found ?? null;
  });
}

export interface ImportContext {
  scenes: readonly Pick<Scene, 'id' | 'number'>[];
  shots: readonly Pick<Shot, 'code' | 'position'>[];
  people: readonly { id: string; name: string; shortName: string }[];
  cameras: readonly { letter: string }[];
  school: NumberSchool;
  /** Where rows without a scene of their own go. */
  intoSceneId: string | null;
  newId: () => string;
}

export interface RowProblem {
  /** Line of the list as pasted, the heading being 1. */
  line: number;
  field: string;
  message: string;
}

export interface ImportPlan {
  scenes: { id: string; values: Record<string, unknown> }[];
  shots: { id: string; line: number; values: Record<string, unknown> }[];
  problems: RowProblem[];
  /** Lines that have a problem; the others can be taken alone. */
  badLines: Set<number>;
}

const SIZE_NAMES: Record<string, string> = {
  'extreme wide': 'ews',
  'extra wide': 'ews',
  els: 'ews',
  wide: 'ws',
  long: 'ws',
  ls: 'ws',
  full: 'fs',
  'medium wide': 'mws',
  'medium long': 'mws',
  mls: 'mws',
  medium: 'ms',
  'medium close': 'mcu',
  'medium close-up': 'mcu',
  close: 'cu',
  'close-up': 'cu',
  'close up': 'cu',
  'extreme close-up': 'ecu',
  'extra close': 'ecu',
  detail: 'insert',
};
const numberOf = (text: string, what: string): number => {
  const value = Number(text.replace(',', '.').replace(/\s*(fps|x|takes?|mm)$/i, ''));
  if (!Number.isFinite(value)) throw new Error(`“${text}” is no ${what}.`);
  return value;
};

/** One cell as values of a shot; throws in words. */
function readCell(field: ImportField, text: string, context: ImportContext): Record<string, unknown> {
  const lower = text.toLowerCase();
  switch (field) {
    case 'scene':
    case 'title':
    case 'code':
      return {};
    case 'size':
      return { size: SIZE_NAMES[lower] ?? lower };
    case 'people':
      return {
        personIds: text
          .split(/\s*[,;/&+]\s*/)
          .filter(Boolean)
          .map((name) => {
            const found = context.people.find((p) =>
              [p.shortName, p.name].some((n) => n.toLowerCase() === name.toLowerCase()),
            );
            if (!found)
              throw new Error(`Nobody here is called “${name}”. Add them under People first, or leave the column out.`);
            return found.id;
          }),
      };
    case 'lens':
      return { lens: /^\d+([–-]\d+)?$/.test(text) ? `${text.replace('-', '–')} mm` : text };
    case 'cameras': {
      const letters = [
        ...new Set(
          text
            .toUpperCase()
            .replace(/CAM(ERA)?S?/g, '')
            .replace(/[^A-Z]/g, ''),
        ),
      ];
      const unknown = letters.filter((l) => !context.cameras.some((c) => c.letter === l));
      if (unknown.length) throw new Error(`There is no camera ${unknown.join(', ')} in this production.`);
      return { cameras: letters };
    }
    case 'fps':
      return { fps: numberOf(text, 'number of frames a second') };
    case 'takes':
      return { takesPlanned: numberOf(text, 'number of takes') };
    case 'minutes':
      return { minutesOverride: parseMinutes(text) };
    case 'priority':
      return {
        priority: /^(must|yes|y|x|1|a|high)$/.test(lower)
          ? 'must'
          : /^(nice|low|3|c)$/.test(lower)
            ? 'nice'
            : /^(should|no|n|2|b|medium|)$/.test(lower)
              ? 'should'
              : lower,
      };
    case 'support':
    case 'movement':
    case 'angle':
      return { [field]: lower.replace(/^tripod$/, 'sticks').replace(/\s+/g, '-') };
    default:
      return { [field]: text };
  }
}

/**
 * What importing a table of shots would write: scenes that are not there yet, then shots, each checked by the same
 * schema as any edit. Nothing is written here; every row that can't be as it stands is named with its line and why.
 */
export function planShotImport(table: PlainTable, mapping: Mapping, context: ImportContext): ImportPlan {
  const scenes = new Map(context.scenes.map((s) => [s.number.toUpperCase(), s.id]));
  const plan: ImportPlan = { scenes: [], shots: [], problems: [], badLines: new Set() };
  const used = context.shots.map((s) => s.code);
  const taken = new Set(used);
  /** Scenes that a row gives without a shot. */
  const alone = new Set<string>();
  let position = context.shots.reduce((most, s) => Math.max(most, s.position), 0);
  if (!mapping.some(Boolean)) {
    plan.problems.push({ line: 1, field: 'columns', message: 'Say what at least one column means.' });
    return plan;
  }
  table.rows.forEach((row, index) => {
    const line = index + 2;
    const bad = (field: string, message: string) => {
      plan.problems.push({ line, field, message });
      plan.badLines.add(line);
    };
    const cell = (field: ImportField) => row[mapping.indexOf(field)]?.trim() ?? '';
    const said = cell('code').toUpperCase();
    const sceneNumber = (cell('scene') || (/^\d+/.exec(said)?.[0] ?? '')).toUpperCase().replace(/^SC(ENE)?\.?\s*/, '');
    let sceneId = sceneNumber && mapping.includes('scene') ? scenes.get(sceneNumber) : undefined;
    let ownNumber = sceneNumber;
    if (!sceneId && (!sceneNumber || !mapping.includes('scene'))) {
      sceneId = scenes.get(sceneNumber) ?? context.intoSceneId ?? undefined;
      ownNumber = context.scenes.find((s) => s.id === sceneId)?.number ?? sceneNumber;
      if (!sceneId) return bad('scene', 'No scene is said, and no scene is open to put it in.');
    }
    if (!sceneId) {
      const values = {
        ...SCENE_DEFAULTS,
        number: sceneNumber,
        title: cell('title').slice(0, 120) || `Scene ${sceneNumber}`,
        position: context.scenes.length + plan.scenes.length + 1,
      };
      const checked = sceneFields.safeParse(values);
      if (!checked.success) return bad('scene', `“${cell('scene')}”: ${checked.error.issues[0]?.message}`);
      sceneId = context.newId();
      scenes.set(sceneNumber, sceneId);
      plan.scenes.push({ id: sceneId, values });
    }
    const ofShot = mapping.some(
      (field, column) => field && field !== 'scene' && field !== 'title' && row[column]?.trim(),
    );
    if (!ofShot && mapping.includes('title')) {
      alone.add(sceneId);
      return undefined;
    }
    let values: Record<string, unknown> = {};
    mapping.forEach((field, column) => {
      const text = row[column]?.trim() ?? '';
      if (!field || text === '') return;
      try {
        values = { ...values, ...readCell(field, text, context) };
      } catch (error) {
        bad(IMPORT_FIELDS[field].words, error instanceof Error ? error.message : String(error));
      }
    });
    const codeSaid = /^[A-Z]{1,3}\d?$/.test(said) ? `${ownNumber}${said}` : said;
    const code =
      mapping.includes('code') && codeSaid && !(/^\d+$/.test(codeSaid) && context.school === 'letters')
        ? codeSaid
        : nextShotCode(ownNumber, [...taken], context.school);
    if (taken.has(code)) return bad('shot number', `There is a shot ${code} already.`);
    position += 1;
    const shot = {
      ...SHOT_DEFAULTS,
      ...values,
      ...(Array.isArray(values.personIds) && values.size !== 'insert'
        ? { faceNeeded: values.personIds.length > 0 }
        : {}),
      sceneId,
      code,
      position,
    };
    const checked = shotFields.safeParse(shot);
    if (!checked.success) {
      for (const issue of checked.error.issues)
        bad(String(issue.path[0] ?? ''), `“${cellOf(issue.path[0], cell)}”: ${issue.message}`);
      return undefined;
    }
    if (plan.badLines.has(line)) return undefined;
    taken.add(code);
    plan.shots.push({ id: context.newId(), line, values: checked.data });
    return undefined;
  });
  // A scene that only bad rows would fill is not made; one that was given by itself is.
  const filled = new Set(plan.shots.map((s) => s.values.sceneId));
  plan.scenes = plan.scenes.filter((s) => filled.has(s.id) || alone.has(s.id));
  return plan;
}

function cellOf(key: PropertyKey | undefined, cell: (field: ImportField) => string): string {
  const names: Record<string, ImportField> = { takesPlanned: 'takes', minutesOverride: 'minutes', personIds: 'people' };
  return cell(names[String(key)] ?? (key as ImportField)) || '–';
}

export interface MomentLine {
  line: number;
  title: string;
  plannedMin: number | null;
  lengthMin: number | null;
}

const LONGEST_MOMENT = 400;

/**
 * A typed or pasted list of moments or cues, one a line: `13:05 arrivals 15min`, `arrivals`, `1:05 pm blessing`. The
 * clock time and the minutes may be left out. Lines that start with `#` and empty ones are not read.
 */
export function readMoments(text: string): { moments: MomentLine[]; problems: RowProblem[] } {
  const moments: MomentLine[] = [];
  const problems: RowProblem[] = [];
  text.split(/\r?\n/).forEach((raw, index) => {
    let rest = raw.trim().replace(/^[-–*•]\s*/, '');
    if (!rest || rest.startsWith('#')) return;
    const line = index + 1;
    if (rest.length > LONGEST_MOMENT) {
      problems.push({
        line,
        field: 'moment',
        message: `This line has over ${LONGEST_MOMENT} letters: one moment a line.`,
      });
      return;
    }
    try {
      const clock = /^(\d{1,2}[:.]\d{2}(?:\s*[ap]m)?)(?:\s*[-–]\s*(\d{1,2}[:.]\d{2}(?:\s*[ap]m)?))?\s*/i.exec(rest);
      const length = /[\s(,]+(\d+(?:[.,]\d+)?\s*(?:min|m|h)(?:\d{1,2})?)\)?$/i.exec(rest);
      const plannedMin = clock?.[1] ? parseClock(clock[1].replace('.', ':')) : null;
      const endMin = clock?.[2] ? parseClock(clock[2].replace('.', ':')) : null;
      if (endMin !== null && plannedMin !== null && endMin <= plannedMin) throw new Error('It ends before it starts.');
      if (length) rest = rest.slice(0, length.index);
      if (clock) rest = rest.slice(clock[0].length);
      const title = rest.replace(/^[\s,;:–-]+|[\s,;:–-]+$/g, '');
      if (!title) throw new Error('It has no name.');
      const lengthMin = length?.[1]
        ? parseMinutes(length[1])
        : endMin !== null && plannedMin !== null
          ? endMin - plannedMin
          : null;
      moments.push({ line, title: title.slice(0, 120), plannedMin, lengthMin });
    } catch (error) {
      problems.push({ line, field: 'moment', message: error instanceof Error ? error.message : String(error) });
    }
  });
  return { moments, problems };
}
