import { InputError } from '../errors/index.ts';

/** Bits in one linear timecode word. */
export const WORD_BITS = 80;
/** The sync word, bits 64–79, in the order they are sent. */
export const SYNC = 0b0011111111111101;
/** The sync word as it comes when the sound is played backwards. */
export const SYNC_REVERSED = 0b1011111111111100;

/** What one word of linear timecode says (SMPTE ST 12-1, 9.2). */
export interface LtcFields {
  hours: number;
  minutes: number;
  seconds: number;
  /** As sent, 0–29: above 30 frames a second it counts pairs of frames. */
  frames: number;
  drop: boolean;
  colour: boolean;
  /** The eight binary groups (user bits), user1 first, each 0–15. */
  groups: number[];
  /** Binary group flags 0, 1 and 2. Which bits carry them depends on whether the word is at 25 frames a second. */
  groupFlags: [boolean, boolean, boolean];
}

const TIME = { frames: [0, 8, 2], seconds: [16, 24, 3], minutes: [32, 40, 3], hours: [48, 56, 2] } as const;
const LIMITS = { frames: 29, seconds: 59, minutes: 59, hours: 23 } as const;

/** Bits of the three group flags and of the polarity correction, at 25 frames a second and at the others. */
const FLAGS = {
  at25: { group: [27, 58, 43], polarity: 59 },
  others: { group: [43, 58, 59], polarity: 27 },
} as const;

function number(bits: ArrayLike<number>, at: number, count: number): number {
  let value = 0;
  for (let i = 0; i < count; i += 1) value |= bits[at + i]! << i;
  return value;
}

/** The 80 bits of a word in sending order. The polarity bit makes the number of zeros even, so that each word starts alike. */
export function packWord(fields: LtcFields, at25: boolean): Uint8Array {
  const bits = new Uint8Array(WORD_BITS);
  const put = (at: number, count: number, value: number) => {
    for (let i = 0; i < count; i += 1) bits[at + i] = (value >> i) & 1;
  };
  for (const name of ['frames', 'seconds', 'minutes', 'hours'] as const) {
    const [units, tens, tensBits] = TIME[name];
    put(units, 4, fields[name] % 10);
    put(tens, tensBits, Math.floor(fields[name] / 10));
  }
  bits[10] = fields.drop ? 1 : 0;
  bits[11] = fields.colour ? 1 : 0;
  fields.groups.forEach((group, i) => put(4 + 8 * i, 4, group));
  const { group, polarity } = at25 ? FLAGS.at25 : FLAGS.others;
  group.forEach((bit, i) => (bits[bit] = fields.groupFlags[i] ? 1 : 0));
  for (let i = 0; i < 16; i += 1) bits[64 + i] = (SYNC >> (15 - i)) & 1;
  const ones = bits.reduce((sum, bit) => sum + bit, 0);
  bits[polarity] = ones % 2;
  return bits;
}

/** Why a word makes no sense, in words, or null when its time can be. */
export function wordFault(bits: ArrayLike<number>): string | null {
  for (const name of ['hours', 'minutes', 'seconds', 'frames'] as const) {
    const [unitsAt, tensAt, tensBits] = TIME[name];
    const units = number(bits, unitsAt, 4);
    const value = units + 10 * number(bits, tensAt, tensBits);
    if (units > 9) return `the ${name} hold a digit of ${units}`;
    if (value > LIMITS[name]) return `it reads ${value} ${name}`;
  }
  const dropped =
    bits[10] === 1 &&
    number(bits, 16, 4) + number(bits, 24, 3) === 0 &&
    number(bits, 0, 4) < 2 &&
    number(bits, 8, 2) === 0 &&
    number(bits, 32, 4) !== 0;
  return dropped ? 'it reads a label that drop-frame leaves out' : null;
}

/** Reads the 80 bits of a word, given in sending order. Call only when `wordFault` is null. */
export function readWord(bits: ArrayLike<number>, at25: boolean): LtcFields {
  const time = (name: keyof typeof TIME) => {
    const [units, tens, tensBits] = TIME[name];
    return number(bits, units, 4) + 10 * number(bits, tens, tensBits);
  };
  const flags = (at25 ? FLAGS.at25 : FLAGS.others).group.map((bit) => bits[bit] === 1);
  return {
    hours: time('hours'),
    minutes: time('minutes'),
    seconds: time('seconds'),
    frames: time('frames'),
    drop: bits[10] === 1,
    colour: bits[11] === 1,
    groups: Array.from({ length: 8 }, (_, i) => number(bits, 4 + 8 * i, 4)),
    groupFlags: flags as [boolean, boolean, boolean],
  };
}

const two = (n: number) => String(n).padStart(2, '0');

/** The label a word says. */
export function wordLabel({ hours, minutes, seconds, frames, drop }: LtcFields): string {
  return `${two(hours)}:${two(minutes)}:${two(seconds)}${drop ? ';' : ':'}${two(frames)}`;
}

/** User bits as eight hexadecimal digits, user8 first. */
export function userBitsHex(groups: readonly number[]): string {
  let value = 0;
  for (let i = 7; i >= 0; i -= 1) value = value * 16 + groups[i]!;
  return value.toString(16).padStart(8, '0');
}

/** Reads user bits written as eight hexadecimal digits, user8 first. Throws `InputError` `ltc.userBits`. */
export function parseUserBits(hex: string): number[] {
  if (!/^[0-9a-f]{8}$/i.test(hex)) {
    throw new InputError('ltc.userBits', `“${hex}” is not user bits: write eight digits 0–9 and a–f.`, ['userBits']);
  }
  return [...hex].reverse().map((digit) => parseInt(digit, 16));
}
