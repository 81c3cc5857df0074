import type { Scene } from './model.ts';
import { formatCount, parseClock, parseMinutes } from '../../base/units/index.ts';
import type { RowProblem } from './importing.ts';

export interface MomentLine {
  line: number;
  title: string;
  plannedMin: number | null;
  lengthMin: number | null;
  /** How its start is meant: at its minute, about then, or when the one before ends. */
  start: 'fixed' | 'about' | 'follows';
}

const LONGEST_MOMENT = 400;
/** What stands before a time that is not meant to the minute. */
export const ABOUT =
  /^(?:about|around|approx\.?|approximately|circa|ca\.?|c\.|~|≈|gegen|etwa|vers|environ|hacia|sobre)\s*(?=\d)/i;
/** What stands before something that begins when the one before ends. */
export const THEN =
  /^(?:then|after that|afterwards|followed by|danach|dann|anschließend|ensuite|puis|luego|después)\b[\s,:–-]*/i;
const MIDNIGHT_MIN = 24 * 60;
/** From so late on, an end before the start is after midnight. */
const EVENING_MIN = 17 * 60;

/**
 * A typed or pasted list of moments or cues, one a line: `13:05 arrivals 15min`, `arrivals`, `1:05 pm blessing`, `about 15:30 toast`, `then
 * portraits`. The clock time and the minutes may be left out. Lines that start with `#` and empty ones are not read.
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
      const about = ABOUT.exec(rest);
      if (about) rest = rest.slice(about[0].length);
      const then = about ? null : THEN.exec(rest);
      if (then) rest = rest.slice(then[0].length);
      const clock = /^(\d{1,2}[:.]\d{2}(?:\s*[ap]m)?)(?:\s*[-–]\s*(\d{1,2}[:.]\d{2}(?:\s*[ap]m)?))?\s*/i.exec(rest);
      const length = /[\s(,]+(\d+(?:[.,]\d+)?\s*(?:min|m|h)(?:\d{1,2})?)\)?$/i.exec(rest);
      const plannedMin = clock?.[1] ? parseClock(clock[1].replace('.', ':')) : null;
      const said = clock?.[2] ? parseClock(clock[2].replace('.', ':')) : null;
      const late = said !== null && plannedMin !== null && plannedMin >= EVENING_MIN && said < plannedMin;
      const endMin = late ? said + MIDNIGHT_MIN : said;
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
      const start = about ? 'about' : then && plannedMin === null ? 'follows' : 'fixed';
      moments.push({ line, title: title.slice(0, 120), plannedMin, lengthMin, start });
    } catch (error) {
      problems.push({ line, field: 'moment', message: error instanceof Error ? error.message : String(error) });
    }
  });
  return { moments, problems };
}

/**
 * Shots that would be made in moments or cues that are there already, told by name before they are: a number that a list gives to a scene may
 * be a moment’s here. One sentence a moment; shots that go into scenes of shots are as meant and not told.
 */
export function intoMoments(
  shots: readonly { sceneId?: unknown }[],
  scenes: readonly Pick<Scene, 'id' | 'kind' | 'number' | 'title'>[],
): string[] {
  return scenes.flatMap((scene) => {
    const count = scene.kind === 'shots' ? 0 : shots.filter((s) => s.sceneId === scene.id).length;
    if (count === 0) return [];
    const what = scene.kind === 'cue' ? 'cue' : 'moment';
    return [
      `${formatCount(count, 'shot')} would go into the ${what} ${scene.number}, “${scene.title}”, which is here already. Meant otherwise, give ${count === 1 ? 'it' : 'them'} another number.`,
    ];
  });
}
