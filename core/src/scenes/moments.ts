import { parseClock, parseMinutes } from '../units/index.ts';
import type { RowProblem } from './importing.ts';

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
