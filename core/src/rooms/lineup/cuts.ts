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
  onlyAbout: boolean;
}
/** What is known of a file beside the line: which lane it stands in, what it is of, what was marked in it. */
export interface FileAbout {
  /** Files of one lane stand on one track and in one edit list. */
  lane: string;
  isSound: boolean;
  /** Take, shot, camera, verdict, notes: as they are called on the screen. */
  metadata: Readonly<Record<string, string | number | null>>;
  /** At file times, s. */
  marks: readonly { atS: number; name: string; kind: 'star' | 'note' }[];
}
/** How a line is exported. */
export interface LineShape {
  title: string;
  /** The frame that the line begins at. */
  startFrame: number;
  about(file: string): FileAbout;
}

/** A line whose files are known by nothing else: each in a lane of its own, as sound where it has no rate. */
export function plainShape({ files }: Pick<LineJson, 'files'>, title: string, startFrame = 0): LineShape {
  const silent = new Set(files.filter((f) => f.rate === null).map((f) => f.file));
  return {
    ...{ title, startFrame },
    about: (file) => ({ lane: file, isSound: silent.has(file), metadata: {}, marks: [] }),
  };
}

/** Cuts lane by lane, each as long as it is there: what lies over another of its lane goes to a lane beside it, for a track holds one thing at a time. */
export function lanesOf(
  cuts: readonly LineCut[],
  shape: LineShape,
): { name: string; isSound: boolean; cuts: LineCut[] }[] {
  const lanes: { lane: string; name: string; isSound: boolean; cuts: LineCut[] }[] = [];
  for (const cut of cuts) {
    const { lane, isSound } = shape.about(cut.file.file);
    const own = lanes.filter((l) => l.lane === lane);
    const free = own.find((l) => {
      const last = l.cuts.at(-1);
      return !last || last.recordFrame + last.frames <= cut.recordFrame;
    });
    if (free) free.cuts.push(cut);
    else {
      const name = baseName(lane);
      lanes.push({ lane, isSound, cuts: [cut], name: own.length === 0 ? name : `${name} (${own.length + 1})` });
    }
  }
  return lanes;
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
      onlyAbout: d.onlyAbout ?? false,
      ...{ frames: Math.max(1, Math.round(file.durationS * fps)), restMs: ((exact - recordFrame) / fps) * 1000 },
    };
  });
  return {
    ...{ rate, cuts: cuts.sort((a, b) => a.recordFrame - b.recordFrame || (a.file.file < b.file.file ? -1 : 1)) },
    apart: [...devices.filter((d) => d.component !== 0).map((d) => d.file), ...unplaced.map((u) => u.file)],
  };
}

/** A file’s own timecode where it begins, frames; null where it has none of this rate. */
export function sourceFrameOf(file: Pick<LineFile, 'startTimecode' | 'rate'>, rate: Rate): number | null {
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
