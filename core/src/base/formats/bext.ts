import { InputError } from '../errors/index.ts';

/** The `bext` chunk of a broadcast WAV (EBU Tech 3285). */
export interface Bext {
  description: string;
  originator: string;
  originatorReference: string;
  /** `YYYY-MM-DD`, or '' when not given. */
  date: string;
  /** `HH:MM:SS`, or '' when not given. */
  time: string;
  /** Samples since midnight of the first sample. */
  timeReference: number;
  codingHistory: string;
}

const FIXED = 602;

function text(content: Uint8Array, at: number, length: number): string {
  const part = content.subarray(at, at + length);
  const end = part.indexOf(0);
  return Array.from(end < 0 ? part : part.subarray(0, end), (byte) => String.fromCharCode(byte))
    .join('')
    .trim();
}

/** Reads a `bext` chunk; null, and a note, when it is cut short. */
export function readBext(content: Uint8Array, notes: string[]): Bext | null {
  if (content.length < 348) {
    notes.push('The broadcast part (bext) is cut short and was left out.');
    return null;
  }
  const v = new DataView(content.buffer, content.byteOffset, content.length);
  const reference = v.getBigUint64(338, true);
  if (reference > BigInt(Number.MAX_SAFE_INTEGER)) {
    notes.push('The start time in the broadcast part (bext) is out of all reason and was left out.');
    return null;
  }
  return {
    description: text(content, 0, 256),
    originator: text(content, 256, 32),
    originatorReference: text(content, 288, 32),
    date: text(content, 320, 10).replace(/[:./_ ]/g, '-'),
    time: text(content, 330, 8).replace(/[-./_ ]/g, ':'),
    timeReference: Number(reference),
    codingHistory: text(content, FIXED, content.length - FIXED),
  };
}

/** The bytes of a `bext` chunk, version 1. Text is Latin-1; what is too long or outside it is refused in words. */
export function writeBext(bext: Bext): Uint8Array {
  const history = bext.codingHistory;
  const out = new Uint8Array(FIXED + history.length);
  const put = (name: keyof Bext, value: string, at: number, length: number) => {
    if (value.length > length) {
      throw new InputError('bext.long', `“${value}” is longer than ${length} characters.`, [name]);
    }
    for (let i = 0; i < value.length; i += 1) {
      const code = value.charCodeAt(i);
      if (code > 255) throw new InputError('bext.text', `“${value[i]}” can’t be written in a broadcast WAV.`, [name]);
      out[at + i] = code;
    }
  };
  put('description', bext.description, 0, 256);
  put('originator', bext.originator, 256, 32);
  put('originatorReference', bext.originatorReference, 288, 32);
  put('date', bext.date, 320, 10);
  put('time', bext.time, 330, 8);
  put('codingHistory', history, FIXED, history.length);
  const v = new DataView(out.buffer);
  if (!Number.isSafeInteger(bext.timeReference) || bext.timeReference < 0) {
    throw new InputError('bext.timeReference', 'The start is a whole number of samples since midnight.', [
      'timeReference',
    ]);
  }
  v.setBigUint64(338, BigInt(bext.timeReference), true);
  v.setUint16(346, 1, true);
  return out;
}
