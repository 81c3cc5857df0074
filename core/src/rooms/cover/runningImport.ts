import { InputError } from '../../base/errors/index.ts';
import { readTable, toCsv } from '../../base/formats/index.ts';
import { formatRunning, parseClock, parseRunning } from '../../base/units/index.ts';
import { CUE_KINDS, type Cue, type CueKind } from './model.ts';

/** A line of a running order as it was pasted. */
export interface CueLine {
  kind: CueKind;
  words: string;
  lengthS: number;
  fixedMin: number | null;
  caller: string;
  doer: string;
  file: string;
}
/** A line that could not be read, and why. */
export interface CueProblem {
  line: number;
  words: string;
}

const DAY_S = 86_400;
/** What a cue’s words, and its file’s name, have at the most. */
const MOST_LETTERS = 160;
const HEADINGS: Readonly<Record<keyof CueLine, readonly string[]>> = {
  kind: ['kind', 'type', 'what'],
  words: ['cue', 'item', 'words', 'title', 'description', 'content'],
  lengthS: ['length', 'duration', 'dur', 'time'],
  fixedMin: ['fixed', 'start', 'at', 'clock'],
  caller: ['calls', 'caller', 'called by'],
  doer: ['does', 'doer', 'who', 'operator'],
  file: ['file', 'clip', 'media'],
};
const KIND_HINTS: readonly (readonly [RegExp, CueKind])[] = [
  [/playback|segment|vt|clip|film/i, 'playback'],
  [/graphic|caption|title|name ?plate/i, 'graphic'],
  [/prompt/i, 'prompter'],
  [/sound|music|mic|audio/i, 'sound'],
  [/light|lamp/i, 'light'],
  [/stage|walk|host|speaker/i, 'stage'],
];

const kindOf = (said: string, words: string): CueKind =>
  CUE_KINDS.find((k) => k === said.toLowerCase()) ??
  KIND_HINTS.find(([hint]) => hint.test(said) || (said === '' && hint.test(words)))?.[1] ??
  'camera';

/**
 * A running order out of CSV or a spreadsheet’s clipboard. Its heading line says which column is what, in any order; without a column for the cue itself it is refused
 * with the columns that were found. Lines that can’t be read are named, never dropped. Throws `InputError`.
 */
export function readCues(text: string): { cues: CueLine[]; problems: CueProblem[] } {
  const { headings, rows } = readTable(text);
  const at = Object.fromEntries(
    Object.entries(HEADINGS).map(([field, names]) => [
      field,
      headings.findIndex((h) => names.includes(h.toLowerCase())),
    ]),
  ) as Record<keyof CueLine, number>;
  if (at.words < 0)
    throw new InputError(
      'cover.columns',
      `No column is called “cue” (or item, title, description). Found: ${headings.filter(Boolean).join(', ') || 'nothing'}.`,
      ['text'],
    );
  const problems: CueProblem[] = [];
  const cues = rows.flatMap((row, i): CueLine[] => {
    const cell = (field: keyof CueLine) => (at[field] < 0 ? '' : (row[at[field]] ?? ''));
    try {
      return [readLine(cell)];
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      problems.push({ line: i + 2, words: error.message });
      return [];
    }
  });
  return { cues, problems };
}

function readLine(cell: (field: keyof CueLine) => string): CueLine {
  const words = cell('words');
  if (words === '') throw new InputError('cover.empty', 'There is no cue in it.');
  for (const long of [words, cell('file')])
    if (long.length > MOST_LETTERS)
      throw new InputError('cover.long', `“${long.slice(0, 24)} …” has over ${MOST_LETTERS} characters.`);
  const [said, fixed] = [cell('lengthS'), cell('fixedMin')];
  const lengthS = said === '' ? 0 : parseRunning(said);
  if (lengthS > DAY_S) throw new InputError('cover.long', `“${said}” is longer than a day.`);
  return {
    ...{ kind: kindOf(cell('kind'), words), words, lengthS },
    fixedMin: fixed === '' ? null : parseClock(fixed),
    ...{ caller: cell('caller'), doer: cell('doer'), file: cell('file') },
  };
}

/** What becomes of a cue when a newer version of the running order is laid beside it. */
export type CueChange =
  | { kind: 'new'; line: CueLine; at: number }
  | { kind: 'changed' | 'same'; line: CueLine; at: number; cue: Cue; values: Partial<Cue> }
  /** No longer in it: skipped, so that what was called stays with it. */
  | { kind: 'gone'; cue: Cue };

const plain = (words: string) =>
  words
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** Lays a new version beside the running order there is: cues are known again by their words, each once, in order. Who does what is kept where the new one names nobody. */
export function planCues(
  lines: readonly CueLine[],
  cues: readonly Cue[],
  personOf: (name: string) => string | null,
): CueChange[] {
  const left = [...cues];
  const changes = lines.map((line, i): CueChange => {
    const found = left.findIndex((c) => plain(c.words) === plain(line.words));
    const [cue] = found < 0 ? [] : left.splice(found, 1);
    const at = i + 1;
    if (!cue) return { kind: 'new', line, at };
    const wanted = {
      ...{ kind: line.kind, lengthS: line.lengthS, fixedMin: line.fixedMin, skipped: false, position: at },
      ...(line.file ? { file: line.file } : {}),
      ...(personOf(line.caller) ? { callerId: personOf(line.caller) } : {}),
      ...(personOf(line.doer) ? { doerId: personOf(line.doer) } : {}),
    };
    const values = Object.fromEntries(Object.entries(wanted).filter(([k, v]) => cue[k as keyof Cue] !== v));
    return { kind: Object.keys(values).length ? 'changed' : 'same', line, at, cue, values };
  });
  return [...changes, ...left.filter((c) => !c.skipped).map((cue): CueChange => ({ kind: 'gone', cue }))];
}

/** A running order as CSV, in the words that {@link readCues} reads back. */
export const cuesCsv = (
  cues: readonly Cue[],
  nameOf: (personId: string | null) => string,
  timeOf: (fixedMin: number) => string,
): string =>
  toCsv(
    ['kind', 'cue', 'length', 'fixed', 'caller', 'doer', 'file'],
    cues
      .filter((c) => !c.skipped)
      .map((c) => [
        ...[c.kind, c.words, formatRunning(c.lengthS * 1000)],
        ...[c.fixedMin === null ? '' : timeOf(c.fixedMin), nameOf(c.callerId), nameOf(c.doerId), c.file],
      ]),
  );
