import { InputError } from '../../base/errors/index.ts';
import { framesPerDay, parseLabel, parseRate, type Rate } from '../../base/timecode/index.ts';
import type { LineFile, LineJson } from './lineFile.ts';

/** A file on the line in frames of one rate: all exports are made of these. */
export interface LineCut {
  file: LineFile;
  /** First frame of it on the common line; the earliest file is at 0. */
  recordFrame: number;
  /** Its own timecode where it begins, frames of the rate; 0 where it has none. */
  sourceFrame: number;
  frames: number;
  /** What of its place the frame grid leaves over, ms: later than the frame says where positive. */
  restMs: number;
  driftPpm: number;
  hasTimecode: boolean;
}
export interface LineCuts {
  rate: Rate;
  cuts: LineCut[];
  /** Files that hang on no sound of the reference: they are on no line with these. */
  apart: string[];
}

/**
 * Everything that hangs on the reference, in frames of a rate. A file’s own timecode is taken where it is of that rate or of none; else it begins at 0. Throws
 * `InputError` where nothing is on the line, or a file named on it is not listed.
 */
export function lineCuts({ files, devices, unplaced }: LineJson, rateText: string): LineCuts {
  const rate = parseRate(rateText);
  const fps = rate.num / rate.den;
  const byName = new Map(files.map((f) => [f.file, f]));
  const placed = devices.filter((d) => d.component === 0);
  if (placed.length === 0)
    throw new InputError('lineup.nothing', 'Nothing is on this line: there is nothing to export.');
  const first = Math.min(...placed.map((d) => d.offsetMs));
  const cuts = placed.map((d, i): LineCut => {
    const file = byName.get(d.file);
    if (!file)
      throw new InputError('lineup.file', `“${d.file}” is on the line and not among the files.`, [
        'devices',
        i,
        'file',
      ]);
    const exact = ((d.offsetMs - first) / 1000) * fps;
    const recordFrame = Math.round(exact);
    const own = sourceFrameOf(file, rate);
    return {
      ...{ file, recordFrame, sourceFrame: own ?? 0, hasTimecode: own !== null, driftPpm: d.driftPpm },
      ...{ frames: Math.max(1, Math.round(file.durationS * fps)), restMs: ((exact - recordFrame) / fps) * 1000 },
    };
  });
  return {
    ...{ rate, cuts: cuts.sort((a, b) => a.recordFrame - b.recordFrame || (a.file.file < b.file.file ? -1 : 1)) },
    apart: [...devices.filter((d) => d.component !== 0).map((d) => d.file), ...unplaced.map((u) => u.file)],
  };
}

function sourceFrameOf(file: LineFile, rate: Rate): number | null {
  if (file.startTimecode === null) return null;
  const own = file.rate === null ? rate : parseRate(file.rate);
  if (own.num * rate.den !== rate.num * own.den) return null;
  try {
    return parseLabel(file.startTimecode, own) % framesPerDay(rate);
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}

/** The last part of a path, whichever way its slashes lean. */
export const baseName = (file: string): string => file.split(/[\\/]/).at(-1) ?? file;
