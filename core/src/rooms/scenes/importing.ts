import type { PlainTable } from '../../base/formats/index.ts';
import { parseMinutes } from '../../base/units/index.ts';
import { nextShotCode, type NumberSchool } from './numbering.ts';
import { IMPORT_FIELDS, type ImportField, type Mapping } from './importColumns.ts';
import { moveNamed, priorityNamed, sizeNamed, supportNamed } from './vocabulary.ts';
import { SCENE_DEFAULTS, SHOT_DEFAULTS, sceneFields, shotFields, type Scene, type Shot } from './model.ts';

/** What is to be done with one word that is not known here: make it, take it for something known, or keep it as a note. */
export type MendChoice = 'make' | 'note' | 'insert' | 'ecu';
/** A cause for which rows can’t be taken as they stand, and the presses that mend all of them alike. */
export interface Mend {
  key: string;
  words: string;
  lines: number[];
  choices: { choice: MendChoice; words: string }[];
}

class Unknown extends Error {
  readonly key: string;
  readonly choices: Mend['choices'];
  constructor(key: string, message: string, choices: Mend['choices']) {
    super(message);
    this.key = key;
    this.choices = choices;
  }
}
const KEEP_NOTE = { choice: 'note', words: 'keep it as a note' } as const;

export interface ImportContext {
  scenes: readonly Pick<Scene, 'id' | 'number'>[];
  shots: readonly Pick<Shot, 'code' | 'position'>[];
  people: readonly { id: string; name: string; shortName: string }[];
  cameras: readonly { letter: string }[];
  school: NumberSchool;
  /** Where rows without a scene of their own go. */
  intoSceneId: string | null;
  newId: () => string;
  /** What was decided for words that are not known, by the key of their cause. */
  mends?: ReadonlyMap<string, MendChoice>;
  /** Whether the list’s numbers are kept, or all are numbered anew; not said: kept, but for bare numbers where the school goes by letters. */
  keepNumbers?: boolean;
  /** Line of the list in which the first row stands; 2 below one heading. */
  firstLine?: number;
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
  /** People that were decided to be made. */
  people: { id: string; name: string }[];
  problems: RowProblem[];
  /** The same problems by their cause, the most frequent first; those that can be mended with one press. */
  mends: Mend[];
  /** Lines that have a problem; the others can be taken alone. */
  badLines: Set<number>;
}

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
    case 'size': {
      const size = sizeNamed(text);
      const key = `size:${lower}`;
      const choice = context.mends?.get(key);
      if (size) return { size };
      if (choice === 'note') return { notes: [text] };
      if (choice === 'ecu' || choice === 'insert') return { size: choice, notes: [text] };
      throw new Unknown(key, `“${text}” is no size that is known here.`, [
        { choice: 'ecu', words: 'take it as extra close' },
        { choice: 'insert', words: 'take it as an insert' },
        KEEP_NOTE,
      ]);
    }
    case 'people':
      return readPeople(text, context);
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
      return { priority: priorityNamed(text) ?? lower };
    case 'support':
    case 'movement':
      return readRig(field, text, context);
    case 'angle':
      return { angle: lower.replace(/\s+/g, '-') };
    default:
      return { [field]: text };
  }
}

function readPeople(text: string, context: ImportContext): Record<string, unknown> {
  const notes: string[] = [];
  const made: string[] = [];
  const personIds = text
    .split(/\s*[,;/&+]\s*/)
    .filter(Boolean)
    .flatMap((name) => {
      const found = context.people.find((p) =>
        [p.shortName, p.name].some((n) => n.toLowerCase() === name.toLowerCase()),
      );
      if (found) return [found.id];
      const key = `person:${name.toLowerCase()}`;
      const choice = context.mends?.get(key);
      if (choice === 'make') made.push(name);
      else if (choice === 'note') notes.push(name);
      else
        throw new Unknown(key, `Nobody here is called “${name}”.`, [
          { choice: 'make', words: `make ${name}` },
          KEEP_NOTE,
        ]);
      return [];
    });
  return { personIds, made, notes };
}

/** A support or a move, whichever it is in whichever column: many lists have both in one. */
function readRig(field: 'support' | 'movement', text: string, context: ImportContext): Record<string, unknown> {
  const parts = text.split(/\s*[,;/+]\s*|\s+(?:and|und|et|y)\s+/).filter(Boolean);
  const read: Record<string, unknown> = {};
  const notes: string[] = [];
  for (const part of parts) {
    const [support, movement] = [supportNamed(part), moveNamed(part)];
    if (field === 'movement' ? movement : support) read[field] = field === 'movement' ? movement : support;
    else if (support) read.support = support;
    else if (movement) read.movement = movement;
    else {
      const key = `${field}:${part.toLowerCase()}`;
      if (context.mends?.get(key) !== 'note')
        throw new Unknown(key, `“${part}” is no ${field === 'support' ? 'support' : 'move'} that is known here.`, [
          KEEP_NOTE,
        ]);
      notes.push(part);
    }
  }
  return { ...read, notes };
}

/**
 * What importing a table of shots would write: scenes that are not there yet, then shots, each checked by the same
 * schema as any edit. Nothing is written here; every row that can't be as it stands is named with its line and why.
 */
export function planShotImport(table: PlainTable, mapping: Mapping, context: ImportContext): ImportPlan {
  const scenes = new Map(context.scenes.map((s) => [s.number.toUpperCase(), s.id]));
  const plan: ImportPlan = { scenes: [], shots: [], people: [], problems: [], mends: [], badLines: new Set() };
  const causes = new Map<string, Mend>();
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
    const line = index + (context.firstLine ?? 2);
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
    const notes: string[] = [];
    const made: string[] = [];
    mapping.forEach((field, column) => {
      const text = row[column]?.trim() ?? '';
      if (!field || text === '') return;
      try {
        const {
          notes: kept,
          made: named,
          ...read
        } = readCell(field, text, context) as { notes?: string[]; made?: string[] };
        notes.push(...(kept ?? []));
        made.push(...(named ?? []));
        values = { ...values, ...read };
      } catch (error) {
        bad(IMPORT_FIELDS[field].words, error instanceof Error ? error.message : String(error));
        if (!(error instanceof Unknown)) return;
        const cause = causes.get(error.key) ?? {
          key: error.key,
          words: error.message,
          lines: [],
          choices: error.choices,
        };
        cause.lines.push(line);
        causes.set(error.key, cause);
      }
    });
    for (const name of made) {
      const known = plan.people.find((p) => p.name.toLowerCase() === name.toLowerCase());
      const person = known ?? { id: context.newId(), name };
      if (!known) plan.people.push(person);
      values.personIds = [...((values.personIds as string[] | undefined) ?? []), person.id];
    }
    if (notes.length) values.description = [values.description, ...notes].filter(Boolean).join(', ').slice(0, 300);
    const codeSaid = /^[A-Z]{1,3}\d?$/.test(said) ? `${ownNumber}${said}` : said;
    const code =
      mapping.includes('code') &&
      codeSaid &&
      (context.keepNumbers ?? !(/^\d+$/.test(codeSaid) && context.school === 'letters'))
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
  plan.mends = [...causes.values()].sort((a, b) => b.lines.length - a.lines.length);
  // Only who is in a shot that is taken is made.
  const seen = new Set(plan.shots.flatMap((s) => s.values.personIds as string[]));
  plan.people = plan.people.filter((p) => seen.has(p.id));
  // A scene that only bad rows would fill is not made; one that was given by itself is.
  const filled = new Set(plan.shots.map((s) => s.values.sceneId));
  plan.scenes = plan.scenes.filter((s) => filled.has(s.id) || alone.has(s.id));
  return plan;
}

function cellOf(key: PropertyKey | undefined, cell: (field: ImportField) => string): string {
  const names: Record<string, ImportField> = { takesPlanned: 'takes', minutesOverride: 'minutes', personIds: 'people' };
  return cell(names[String(key)] ?? (key as ImportField)) || '–';
}
