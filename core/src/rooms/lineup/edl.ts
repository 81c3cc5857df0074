import { InputError } from '../../base/errors/index.ts';
import { toCsv } from '../../base/formats/index.ts';
import { formatLabel, framesPerDay, modulo, parseLabel, rateName, type Rate } from '../../base/timecode/index.ts';
import { baseName, lanesOf, lineCuts, plainShape, type LineCut, type LineShape } from './cuts.ts';
import type { LineFile, LineJson } from './lineFile.ts';

const REEL_LENGTH = 8;

/** Reel names as such lists hold them: eight capital letters and digits, each its own. */
export function reelNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    const plain =
      baseName(name)
        .replace(/\.[^.]*$/, '')
        .toUpperCase()
        .replace(/[^A-Z0-9_]/g, '') || 'REEL';
    let reel = plain.slice(0, REEL_LENGTH);
    for (let n = 2; taken.has(reel); n += 1) reel = `${plain.slice(0, REEL_LENGTH - String(n).length)}${n}`;
    taken.add(reel);
    return reel;
  });
}

/** A file to write. */
export interface ExportFile {
  name: string;
  text: string;
}

/** One event of an edit list. Frames of the list’s rate. */
export interface EdlEvent {
  reel: string;
  isSound: boolean;
  sourceFrame: number;
  recordFrame: number;
  frames: number;
  comments: readonly string[];
}
/** An edit list holds no more events than its three digits. */
const MOST_EVENTS = 999;

/** Events as edit lists: one, or several when one can’t hold them all. Throws `InputError` where they go on for more than a day. */
export function edlLists(name: string, title: string, events: readonly EdlEvent[], rate: Rate): ExportFile[] {
  const day = framesPerDay(rate);
  const [first, last] = [
    Math.min(...events.map((e) => e.recordFrame)),
    Math.max(...events.map((e) => e.recordFrame + e.frames)),
  ];
  if (last - first >= day)
    throw new InputError('edl.long', 'The line is longer than a day: an edit list can’t say its times.');
  const label = (frames: number) => formatLabel(modulo(frames, day), rate);
  const lists = Array.from({ length: Math.max(1, Math.ceil(events.length / MOST_EVENTS)) }, (_, n) =>
    events.slice(n * MOST_EVENTS, (n + 1) * MOST_EVENTS),
  );
  return lists.map((own, n) => ({
    name: lists.length === 1 ? `${name}.edl` : `${name} ${n + 1} of ${lists.length}.edl`,
    text: [
      `TITLE: ${lists.length === 1 ? title : `${title} ${n + 1} OF ${lists.length}`}`,
      `FCM: ${rate.drop ? 'DROP FRAME' : 'NON-DROP FRAME'}`,
      '',
      ...own.flatMap((e, i) => [
        `${String(i + 1).padStart(3, '0')}  ${e.reel.padEnd(REEL_LENGTH)} ${e.isSound ? 'A ' : 'V '}    C        ${[
          label(e.sourceFrame),
          label(e.sourceFrame + e.frames),
          label(e.recordFrame),
          label(e.recordFrame + e.frames),
        ].join(' ')}`,
        ...e.comments.map((c) => `* ${c}`),
      ]),
      '',
    ].join('\r\n'),
  }));
}

/**
 * A line as CMX3600 edit lists, one a lane since none of them holds several at once, with the record times of one common line; that of a plain line begins at 01:00:00:00. A table of
 * reel names stands beside them where names had to be shortened. Throws `InputError` as `lineCuts` does, and for a line longer than a day.
 */
export function edlOf(line: LineJson, rateText: string, shape?: LineShape): ExportFile[] {
  const { rate, cuts } = lineCuts(line, rateText);
  const own = shape ?? plainShape(line, '', parseLabel(rate.drop ? '01:00:00;00' : '01:00:00:00', rate));
  const last = Math.max(...cuts.map((c) => c.recordFrame + c.frames));
  if (!shape && own.startFrame + last >= framesPerDay(rate))
    throw new InputError('edl.long', 'The line is longer than a day: an edit list can’t say its times.');
  const { names, table } = reelTable(cuts.map((c) => c.file));
  const lanes = lanesOf(cuts, own);
  const lists = lanes.flatMap((lane) => {
    const [first] = lane.cuts as [LineCut];
    // A lane of one file is known by its reel.
    const name = shape ? fileName(lane.name) : (names.get(first.file.file) as string);
    const title = shape ? `${own.title} ${lane.name}`.trim() : name;
    const events = lane.cuts.map((c) => eventOf(c, names.get(c.file.file) as string, own.startFrame, lane.isSound));
    return edlLists(name, title, events, rate).map((f) => withRate(f, rate));
  });
  return table ? [...lists, table] : lists;
}

/** Said of a clip that stands by a slipped clock alone. */
export const ONLY_ABOUT = 'KAVRELL: ONLY ABOUT HERE, ITS CLOCK IS KNOWN TO A PRESS OF A BUTTON';
/** What a name of a file may hold anywhere. */
const fileName = (name: string): string => name.replace(/[^\p{L}\p{N} ._()-]/gu, '_');
const withRate = ({ name, text }: ExportFile, rate: Rate): ExportFile => ({
  name,
  text: `${text.trimEnd()}\r\n* KAVRELL RATE: ${rateName(rate)}\r\n`,
});

/** Reel names of files, and the table of them where one had to be shortened. */
export function reelTable(files: readonly Pick<LineFile, 'file' | 'reel'>[]): {
  names: Map<string, string>;
  table: ExportFile | null;
} {
  const reels = reelNames(files.map((f) => f.reel || f.file));
  const names = new Map(files.map((f, i) => [f.file, reels[i] as string]));
  const isShortened = files.some((f, i) => (f.reel || baseName(f.file)) !== reels[i]);
  const text = toCsv(
    ['Reel', 'File', 'Named'],
    files.map((f, i) => [reels[i] as string, f.file, f.reel]),
  );
  return { names, table: isShortened ? { name: 'reels.csv', text } : null };
}

const eventOf = (c: LineCut, reel: string, startFrame: number, isSound: boolean): EdlEvent => ({
  ...{ reel, isSound, sourceFrame: c.sourceFrame, recordFrame: startFrame + c.recordFrame, frames: c.frames },
  comments: [
    `FROM CLIP NAME: ${baseName(c.file.file)}`,
    ...(c.hasTimecode ? [] : ['KAVRELL: NO TIMECODE IN THE FILE, COUNTED FROM 0']),
    ...(c.onlyAbout ? [ONLY_ABOUT] : []),
    ...(Math.abs(c.driftPpm) >= 0.05 ? [`KAVRELL DRIFT PPM: ${c.driftPpm.toFixed(2)}`] : []),
    ...(Math.abs(c.restMs) >= 0.05 ? [`KAVRELL LATER THAN FRAME MS: ${c.restMs.toFixed(2)}`] : []),
  ],
});

/** A line as a table: where each file stands, in time and in frames. */
export function lineCsvOf(line: LineJson, rateText: string): string {
  const { rate, cuts } = lineCuts(line, rateText);
  const byFile = new Map(line.devices.map((d) => [d.file, d]));
  // Only where something is: a line by sound alone has nothing to say there.
  const isSaid = cuts.some((c) => c.onlyAbout);
  return toCsv(
    [
      'File',
      'Offset (ms)',
      'Drift (ppm)',
      'Line',
      'First frame',
      'Frames',
      'Rate',
      'Start timecode',
      'Not placed because',
      ...(isSaid ? ['Only about there'] : []),
    ],
    [
      ...cuts.map((c) => [
        ...[c.file.file, byFile.get(c.file.file)?.offsetMs ?? '', c.driftPpm, 0],
        ...[c.recordFrame, c.frames, rateName(rate), c.file.startTimecode ?? '', ''],
        ...(isSaid ? [c.onlyAbout ? 'yes' : ''] : []),
      ]),
      ...line.devices
        .filter((d) => d.component !== 0)
        .map((d) => [d.file, d.offsetMs, d.driftPpm, d.component, '', '', rateName(rate), '', 'a line of its own']),
      ...line.unplaced.map((u) => [u.file, '', '', '', '', '', '', '', u.reason]),
    ],
  );
}
