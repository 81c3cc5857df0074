import { Fountain, type Token } from 'fountain-js';
import { InputError } from '../../base/errors/index.ts';
import { isText } from '../../base/formats/index.ts';
import { eighthsOf, type ScriptElement } from './pages.ts';

/** A scene as a script has it. */
export interface ScriptScene {
  /** As written (`12A`), or counted through where the script has none. */
  number: string;
  numbered: boolean;
  /** Line of the file where it starts, from 1. */
  line: number;
  title: string;
  place: string;
  inside: boolean;
  timeOfDay: 'dawn' | 'day' | 'dusk' | 'night';
  synopsis: string;
  text: string;
  /** Who speaks, in the order they do. */
  characters: string[];
  eighths: number;
}

export interface ScriptProblem {
  line: number;
  message: string;
}

export interface ReadScript {
  title: string;
  scenes: ScriptScene[];
  problems: ScriptProblem[];
}

const HEADING = /^(?:\s*(?:int|ext|est|int\.?\/ext|ext\.?\/int|i\.?\/e)[. ]|\.(?!\.))/i;
const MAX_LETTERS = 3_000_000;

/** Splits before each scene heading, so that no piece is long: the parser's time grows faster than its text. */
function pieces(lines: readonly string[]): { line: number; text: string }[] {
  const starts = lines.flatMap((line, i) =>
    HEADING.test(line) && (i === 0 || lines[i - 1]?.trim() === '') ? [i] : [],
  );
  const cuts = starts[0] === 0 ? starts : [0, ...starts];
  return cuts.map((from, i) => ({ line: from + 1, text: lines.slice(from, cuts[i + 1]).join('\n') }));
}

/** What stands between an opening and a closing mark goes, its line ends stay; answers where a mark that is never closed stands. In one pass. */
function without(text: string, open: string, close: string): { text: string; unclosedAt: number | null } {
  let kept = '';
  let at = 0;
  for (;;) {
    const from = text.indexOf(open, at);
    if (from < 0) return { text: kept + text.slice(at), unclosedAt: null };
    const to = text.indexOf(close, from + open.length);
    if (to < 0) return { text: kept + text.slice(at), unclosedAt: kept.length + from - at };
    kept += text.slice(at, from) + text.slice(from, to).replace(/[^\n]/g, '');
    at = to + close.length;
  }
}

/** Comments out of the text, keeping its lines where they are. */
function withoutBoneyard(source: string, problems: ScriptProblem[]): string {
  const { text, unclosedAt } = without(source, '/*', '*/');
  if (unclosedAt === null) return text;
  problems.push({
    line: text.slice(0, unclosedAt).split('\n').length,
    message: 'A comment begins with /* and never ends. It was read as text.',
  });
  return text.slice(0, unclosedAt) + text.slice(unclosedAt + 2);
}

/** The parser's time grows with the square of a line's length, and of a text's: longer ones are given to it in pieces. */
const LONG_LINE = 400;
const LINES_AT_ONCE = 200;
const LONG_RUN = new RegExp(`.{1,${LONG_LINE}}(?:\\s|$)|.{1,${LONG_LINE}}`, 'g');

function tokensOf(parser: Fountain, text: string): { tokens: Token[]; title: string } {
  const lines = text
    .split('\n')
    .flatMap((line) => (line.length <= LONG_LINE ? [line] : (line.match(LONG_RUN) ?? [])))
    .map((line) => line.trimEnd());
  const tokens: Token[] = [];
  let title = '';
  for (let at = 0; at < lines.length;) {
    // Parted at an empty line where there is one: what belongs together stays together.
    let end = Math.min(lines.length, at + LINES_AT_ONCE);
    if (end < lines.length) {
      const empty = lines.lastIndexOf('', end - 1);
      if (empty > at) end = empty + 1;
    }
    const script = parser.parse(lines.slice(at, end).join('\n'), true);
    if (at === 0) title = script.title ?? '';
    tokens.push(...script.tokens);
    at = end;
  }
  return { tokens, title };
}

const KINDS: Partial<Record<string, ScriptElement['kind']>> = {
  action: 'action',
  character: 'character',
  dialogue: 'dialogue',
  parenthetical: 'parenthetical',
  transition: 'transition',
  centered: 'centred',
  lyrics: 'lyrics',
};

const ENTITIES: Record<string, string> = { '&amp;': '&', '&lt;': '<', '&gt;': '>', '&quot;': '"', '&#39;': '’' };
/** The parser's text without marks of emphasis and without the page's own escapes. */
const plain = (text: string) =>
  without(text, '[[', ']]')
    .text.replace(/<br\s*\/?>/gi, '\n')
    .replace(/&(?:amp|lt|gt|quot|#39);/g, (e) => ENTITIES[e] ?? e)
    .replace(/(?<!\\)(\*{1,3}|_)(?=\S)(.+?)(?<=\S)\1/g, '$2')
    .trim();

/** `INT. POUR FLOOR - NIGHT` as place, inside and time. */
export function readHeading(heading: string): Pick<ScriptScene, 'title' | 'place' | 'inside' | 'timeOfDay'> {
  const bare = heading.replace(/^\./, '').trim();
  const prefix = /^(int\.?\/ext|ext\.?\/int|i\.?\/e|int|ext|est)[. ]+/i.exec(bare);
  const inside = !/^(ext|est)/i.test(prefix?.[0] ?? '');
  const rest = bare.slice(prefix?.[0].length ?? 0);
  const parts = rest.split(/\s+[-–—]\s+/);
  const last = (parts.length > 1 ? parts.at(-1) : '')?.toLowerCase() ?? '';
  const timeOfDay = /dawn|sunrise|morning light/.test(last)
    ? 'dawn'
    : /dusk|sunset|magic|evening|low sun/.test(last)
      ? 'dusk'
      : /night|midnight/.test(last)
        ? 'night'
        : 'day';
  const isTime =
    /dawn|sunrise|dusk|sunset|magic|evening|night|day|morning|afternoon|noon|continuous|later|same|low sun/.test(last);
  const place = (isTime ? parts.slice(0, -1) : parts).join(' – ') || rest;
  const title = place.length
    ? place.charAt(0) + (place === place.toUpperCase() ? place.slice(1).toLowerCase() : place.slice(1))
    : 'Untitled';
  return { title: title.slice(0, 120), place, inside, timeOfDay };
}

function sceneOf(tokens: readonly Token[], piece: { line: number; text: string }, counted: number): ScriptScene | null {
  const head = tokens.find((t) => t.type === 'scene_heading');
  if (!head) return null;
  const elements = tokens.flatMap((t): ScriptElement[] => {
    const kind = KINDS[t.type];
    return kind && t.text ? [{ kind, text: plain(t.text) }] : [];
  });
  const characters = elements
    .filter((e) => e.kind === 'character')
    .map((e) => e.text.replace(/\s*\(.*?\)|\s*\^$|^@/g, '').trim())
    .filter(Boolean);
  const number = head.scene_number?.trim().toUpperCase() ?? '';
  const synopsis = tokens
    .filter((t) => t.type === 'synopsis')
    .map((t) => plain(t.text ?? ''))
    .join(' ');
  const body = piece.text.split('\n').slice(1).join('\n').trim();
  return {
    number: number || String(counted),
    numbered: number !== '',
    line: piece.line,
    ...readHeading(plain(head.text ?? '')),
    synopsis: synopsis.slice(0, 1000),
    text: body.replace(/^=(?!=).*$/gm, '').trim(),
    characters: [...new Set(characters)],
    eighths: eighthsOf(elements),
  };
}

/**
 * Reads a script in Fountain: scenes with number, heading, text, who speaks and length in eighths. Comments are left
 * out. What can't stand (numbers used twice, no scene at all, text before the first heading) is named by line.
 * Throws `InputError` `script.notText` for what is no text and `script.large` over three million letters.
 */
export function readFountain(source: string): ReadScript {
  if (!isText(source))
    throw new InputError(
      'script.notText',
      'This is not a text file: it may be a picture, a document or sound. Save the script as plain text (Fountain) and drop that.',
    );
  if (source.length > MAX_LETTERS)
    throw new InputError(
      'script.large',
      'This is over three million letters: no script is that long. Drop the script alone.',
    );
  const problems: ScriptProblem[] = [];
  const text = withoutBoneyard(source.replace(/^\ufeff/, '').replace(/\r\n?/g, '\n'), problems);
  const lines = text.split('\n');
  const parser = new Fountain();
  let title = '';
  const scenes: ScriptScene[] = [];
  pieces(lines).forEach((piece, i) => {
    const { tokens, title: named } = tokensOf(parser, piece.text);
    if (i === 0) title = plain(named);
    const scene = sceneOf(tokens, piece, scenes.length + 1);
    if (scene) scenes.push(scene);
    else if (tokens.some((t) => !t.is_title && t.text?.trim()))
      problems.push({
        line: piece.line,
        message: 'The text before the first scene heading belongs to no scene and is left out.',
      });
  });
  if (scenes.length === 0)
    problems.push({
      line: 1,
      message: 'No scene heading is in it. A heading stands alone and begins with INT. or EXT., or with a full stop.',
    });
  for (const scene of scenes)
    if (!/^\d{1,3}[A-Z]?$/.test(scene.number))
      problems.push({
        line: scene.line,
        message: `Scene number ${scene.number} can’t be kept: numbers are 1 to 999, with a letter at most.`,
      });
  const at = new Map<string, number>();
  for (const scene of scenes) {
    const before = at.get(scene.number);
    if (before !== undefined)
      problems.push({
        line: scene.line,
        message: `Scene ${scene.number} is there twice, in lines ${before} and ${scene.line}. Give one of them another number.`,
      });
    else at.set(scene.number, scene.line);
  }
  return { title, scenes, problems };
}
