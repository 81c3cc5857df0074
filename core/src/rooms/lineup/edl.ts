import { InputError } from '../../base/errors/index.ts';
import { toCsv } from '../../base/formats/index.ts';
import { formatLabel, framesPerDay, parseLabel, rateName, type Rate } from '../../base/timecode/index.ts';
import { baseName, lineCuts, type LineCut } from './cuts.ts';
import type { LineJson } from './lineFile.ts';

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

/**
 * A line as CMX3600 edit lists, one a file since none of them holds several at once, with the record times of one common line that begins at 01:00:00:00. A table of reel names
 * stands beside them where names had to be shortened. Throws `InputError` as `lineCuts` does, and for a line longer than a day.
 */
export function edlOf(line: LineJson, rateText: string): ExportFile[] {
  const { rate, cuts } = lineCuts(line, rateText);
  const reels = reelNames(cuts.map((c) => c.file.reel || c.file.file));
  const start = parseLabel(rate.drop ? '01:00:00;00' : '01:00:00:00', rate);
  const last = Math.max(...cuts.map((c) => c.recordFrame + c.frames));
  if (start + last >= framesPerDay(rate))
    throw new InputError('edl.long', 'The line is longer than a day: an edit list can’t say its times.');
  const lists = cuts.map((c, i) => ({
    name: `${reels[i]}.edl`,
    text: listOf(c, reels[i] as string, start, rate),
  }));
  const isShortened = cuts.some((c, i) => (c.file.reel || baseName(c.file.file)) !== reels[i]);
  const table = toCsv(
    ['Reel', 'File', 'Named'],
    cuts.map((c, i) => [reels[i] as string, c.file.file, c.file.reel]),
  );
  return isShortened ? [...lists, { name: 'reels.csv', text: table }] : lists;
}

function listOf(c: LineCut, reel: string, start: number, rate: Rate): string {
  const label = (frames: number) => formatLabel(frames % framesPerDay(rate), rate);
  const channel = c.file.rate === null ? 'A ' : 'V ';
  const times = [
    label(c.sourceFrame),
    label(c.sourceFrame + c.frames),
    label(start + c.recordFrame),
    label(start + c.recordFrame + c.frames),
  ];
  return [
    `TITLE: ${reel}`,
    `FCM: ${rate.drop ? 'DROP FRAME' : 'NON-DROP FRAME'}`,
    '',
    `001  ${reel.padEnd(REEL_LENGTH)} ${channel}    C        ${times.join(' ')}`,
    `* FROM CLIP NAME: ${baseName(c.file.file)}`,
    `* KAVRELL RATE: ${rateName(rate)}`,
    ...(c.hasTimecode ? [] : ['* KAVRELL: NO TIMECODE IN THE FILE, COUNTED FROM 0']),
    ...(Math.abs(c.driftPpm) >= 0.05 ? [`* KAVRELL DRIFT PPM: ${c.driftPpm.toFixed(2)}`] : []),
    ...(Math.abs(c.restMs) >= 0.05 ? [`* KAVRELL LATER THAN FRAME MS: ${c.restMs.toFixed(2)}`] : []),
    '',
  ].join('\r\n');
}

/** A line as a table: where each file stands, in time and in frames. */
export function lineCsvOf(line: LineJson, rateText: string): string {
  const { rate, cuts } = lineCuts(line, rateText);
  const byFile = new Map(line.devices.map((d) => [d.file, d]));
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
    ],
    [
      ...cuts.map((c) => [
        ...[c.file.file, byFile.get(c.file.file)?.offsetMs ?? '', c.driftPpm, 0],
        ...[c.recordFrame, c.frames, rateName(rate), c.file.startTimecode ?? '', ''],
      ]),
      ...line.devices
        .filter((d) => d.component !== 0)
        .map((d) => [d.file, d.offsetMs, d.driftPpm, d.component, '', '', rateName(rate), '', 'a line of its own']),
      ...line.unplaced.map((u) => [u.file, '', '', '', '', '', '', '', u.reason]),
    ],
  );
}
