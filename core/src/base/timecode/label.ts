import { InputError } from '../errors/index.ts';
import { droppedPerMinute, framesPerDay, nominalFps, type Rate } from './rate.ts';

/** `00` … `59`. */
const TWO = Array.from({ length: 60 }, (_, n) => String(n).padStart(2, '0'));
const ZERO = 48;
const COLON = 58;
const SEMICOLON = 59;

/** The two digits at a place of a label. */
const pair = (label: string, at: number) => 10 * (label.charCodeAt(at) - ZERO) + label.charCodeAt(at + 1) - ZERO;

/** `00:00:00:00` or `00:00:00;00`, by hand: a log of takes reads labels by the ten thousand. */
function isLabel(label: string): boolean {
  if (label.length !== 11) return false;
  for (let i = 0; i < 11; i += 1) {
    const code = label.charCodeAt(i);
    if (i % 3 !== 2) {
      if (code < ZERO || code > ZERO + 9) return false;
    } else if (code !== COLON && !(i === 8 && code === SEMICOLON)) return false;
  }
  return true;
}

/** Remainder that is never negative. */
export function modulo(value: number, by: number): number {
  return ((value % by) + by) % by;
}

/**
 * Frame count since 00:00:00:00 of a label such as `01:00:00:00` or `01:00:00;02`. Either separator is
 * accepted before the frames; the rate's flag decides. Throws `InputError` with a reason:
 * `timecode.syntax`, `.hours`, `.minutes`, `.seconds`, `.frame` or `.dropped`. Source: SMPTE ST 12-1.
 */
export function parseLabel(label: string, rate: Rate): number {
  if (!isLabel(label)) throw new InputError('timecode.syntax', `“${label}” is not a timecode: write HH:MM:SS:FF.`);
  const [hours, minutes, seconds, frames] = [pair(label, 0), pair(label, 3), pair(label, 6), pair(label, 9)];
  const fps = nominalFps(rate);
  if (hours > 23) throw new InputError('timecode.hours', `Hours run from 00 to 23, not ${hours}.`);
  if (minutes > 59) throw new InputError('timecode.minutes', `Minutes run from 00 to 59, not ${minutes}.`);
  if (seconds > 59) throw new InputError('timecode.seconds', `Seconds run from 00 to 59, not ${seconds}.`);
  if (frames >= fps)
    throw new InputError('timecode.frame', `At this rate frames run from 00 to ${fps - 1}, not ${frames}.`);
  const drop = droppedPerMinute(rate);
  const wholeMinutes = hours * 60 + minutes;
  if (drop && seconds === 0 && frames < drop && wholeMinutes % 10 !== 0) {
    throw new InputError(
      'timecode.dropped',
      `“${label}” does not exist in drop-frame: the minute starts at frame ${String(drop).padStart(2, '0')}.`,
    );
  }
  return (wholeMinutes * 60 + seconds) * fps + frames - drop * (wholeMinutes - Math.floor(wholeMinutes / 10));
}

/** The label of a frame count, wrapped modulo 24 h; `;` before the frames for drop-frame. */
export function formatLabel(frames: number, rate: Rate): string {
  if (!Number.isInteger(frames)) throw new InputError('timecode.whole', 'A frame count is a whole number.');
  const fps = nominalFps(rate);
  const drop = droppedPerMinute(rate);
  let count = modulo(frames, framesPerDay(rate));
  if (drop) {
    const perMinute = fps * 60 - drop;
    const perTen = perMinute * 10 + drop;
    const tens = Math.floor(count / perTen);
    const rest = count % perTen;
    count += drop * 9 * tens + (rest >= fps * 60 ? drop * (1 + Math.floor((rest - fps * 60) / perMinute)) : 0);
  }
  const seconds = Math.floor(count / fps);
  const hours = Math.floor(seconds / 3600);
  const minutes = Math.floor(seconds / 60) % 60;
  return `${TWO[hours]}:${TWO[minutes]}:${TWO[seconds % 60]}${rate.drop ? ';' : ':'}${TWO[count % fps]}`;
}
