import { InputError } from '../../base/errors/index.ts';
import { readTable } from '../../base/formats/index.ts';

/** A note out of a rough cut: where it was made, in the timecode of the cut and of what plays there, and what it says. */
export interface CutNote {
  /** Which line of what was given. */
  line: number;
  /** Timecode of the cut; '' where none was said. */
  at: string;
  words: string;
  /** The clip that plays there, as the list names it; '' where nobody said. */
  clip: string;
}
export interface CutNotes {
  from: 'list of edits' | 'table' | 'lines';
  notes: CutNote[];
  /** Lines that hold no note, so that none is dropped unseen. */
  left: string[];
}

const TIMECODE = /\b\d{1,2}:\d{2}:\d{2}(?:[:;.]\d{1,3})?\b/;
const EVENT =
  /^\d{1,6}\s+(\S+)\s+\S+\s+\S+.*?(\d{2}:\d{2}:\d{2}[:;]\d{2})\s+(\d{2}:\d{2}:\d{2}[:;]\d{2})\s+(\d{2}:\d{2}:\d{2}[:;]\d{2})\s+(\d{2}:\d{2}:\d{2}[:;]\d{2})\s*$/;
const CLIP_NAME = /^\*\s*FROM CLIP NAME:\s*(.+)$/i;
const MARKER =
  /^\*\s*LOC:\s*(\d{2}:\d{2}:\d{2}[:;]\d{2})\s+(?:(?:RED|GREEN|BLUE|CYAN|MAGENTA|YELLOW|BLACK|WHITE|ORANGE|PURPLE|PINK)\s+)?(.+)$/i;
const COMMENT = /^\*\s*(?:COMMENT:\s*)?(.+)$/i;
/** What the machine says of an event, which is nobody’s wish. */
const OF_THE_MACHINE = /^\*\s*(FROM CLIP NAME|TO CLIP NAME|SOURCE FILE|KAVRELL|ASC_|EFFECT NAME|AUDIO LEVEL)/i;

/** The notes of a list of edits (CMX3600): markers and comments, each with the clip that plays there. */
function fromEvents(lines: readonly string[]): CutNotes {
  const events: { from: string; to: string; clip: string }[] = [];
  const found: (CutNote & { ofEvent: number })[] = [];
  const left: string[] = [];
  lines.forEach((raw, i) => {
    const line = raw.trim();
    if (line === '' || /^(TITLE|FCM):?/i.test(line)) return;
    const event = EVENT.exec(line);
    if (event) {
      events.push({ from: event[4] as string, to: event[5] as string, clip: event[1] as string });
      return;
    }
    const named = CLIP_NAME.exec(line);
    const now = events.at(-1);
    if (named) {
      if (now) now.clip = (named[1] as string).trim();
      return;
    }
    const marker = MARKER.exec(line);
    if (marker)
      found.push({ line: i + 1, at: marker[1] as string, words: (marker[2] as string).trim(), clip: '', ofEvent: -1 });
    else if (!OF_THE_MACHINE.test(line) && COMMENT.test(line))
      found.push({
        line: i + 1,
        at: now?.from ?? '',
        words: (COMMENT.exec(line)?.[1] ?? '').trim(),
        clip: '',
        ofEvent: events.length - 1,
      });
    else if (!OF_THE_MACHINE.test(line)) left.push(`line ${i + 1}: ${line}`);
  });
  // Labels of one list compare as text.
  const at = (label: string) => label.replace(';', ':');
  const playing = (label: string) => events.find((e) => at(e.from) <= at(label) && at(label) < at(e.to));
  const notes = found.map(({ ofEvent, ...n }) => ({
    ...n,
    clip: (ofEvent >= 0 ? events[ofEvent] : playing(n.at))?.clip ?? '',
  }));
  return { from: 'list of edits', notes, left };
}

const WORDS = /^(note|notes|comment|comments|description|text|message|what|name|marker name|title)$/i;
const TIME = /^(timecode|time|in|start|position|record in|tc|tc in|timestamp|at)$/i;
const CLIP = /^(clip|clip name|source|file|reel)$/i;

/** The notes of a table that has a heading of words, whatever else is in it. */
function fromTable(text: string): CutNotes | null {
  const { headings, rows } = readTable(text);
  const column = (wanted: RegExp) => headings.findIndex((h) => wanted.test(h.trim()));
  // “Comments” says more than “Name”, where there are both.
  const said = headings.flatMap((h, i) => (WORDS.test(h.trim()) ? [i] : []));
  const [atTime, atClip] = [column(TIME), column(CLIP)];
  if (said.length === 0 || rows.length === 0) return null;
  const notes: CutNote[] = [];
  const left: string[] = [];
  rows.forEach((row, i) => {
    const words = [...new Set(said.map((c) => (row[c] ?? '').trim()).filter(Boolean))].join(': ');
    if (words === '') left.push(`row ${i + 2}: ${row.filter(Boolean).join(', ') || 'empty'}`);
    else notes.push({ line: i + 2, at: (row[atTime] ?? '').trim(), words, clip: (row[atClip] ?? '').trim() });
  });
  return { from: 'table', notes, left };
}

/** One note a line, with or without a timecode and a bullet before it. */
function fromLines(lines: readonly string[]): CutNotes {
  const notes = lines.flatMap((raw, i): CutNote[] => {
    const line = raw.trim().replace(/^([-*•–]|\d+[.)])\s+/, '');
    if (line === '') return [];
    const at = TIMECODE.exec(line)?.[0] ?? '';
    const words = line
      .replace(TIMECODE, '')
      .replace(/^[\s:–—-]+|[\s:–—-]+$/g, '')
      .trim();
    return words === '' ? [] : [{ line: i + 1, at, words, clip: '' }];
  });
  const kept = new Set(notes.map((n) => n.line));
  const left = lines.flatMap((l, i) => (l.trim() !== '' && !kept.has(i + 1) ? [`line ${i + 1}: ${l.trim()}`] : []));
  return { from: 'lines', notes, left };
}

const MOST_CHARACTERS = 2_000_000;

/**
 * Reads what came back from a rough cut: a list of edits with markers or comments, a table with a heading (CSV, TSV, a list of markers), or plain lines. What holds no note
 * is told. Throws `InputError` for nothing, and for more than anybody wrote.
 */
export function readCutNotes(text: string): CutNotes {
  if (text.trim() === '')
    throw new InputError('notes.empty', 'There is nothing to read: paste the notes, or drop a file.');
  if (text.length > MOST_CHARACTERS)
    throw new InputError('notes.long', 'That is longer than any list of notes: two million characters are the most.');
  const lines = text.split(/\r\n|\r|\n/);
  if (lines.some((l) => EVENT.test(l.trim()))) return fromEvents(lines);
  const isTable = /[\t;,]/.test(lines.find((l) => l.trim() !== '') ?? '');
  return (isTable ? fromTable(text) : null) ?? fromLines(lines);
}
