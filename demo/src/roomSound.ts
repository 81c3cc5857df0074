import { seeded } from '@kavrell/core/random';

/** Samples a second of the made-up room. */
export const ROOM_RATE = 16_000;
const AIR_M_PER_S = 343;
const SYLLABLES = 5;
const LONGEST_S = 0.35;
/** Seconds that are kept: several microphones hear the same take, one after the other. */
const KEPT_SECONDS = 240;

/** A stand-in’s microphone in a made-up room. */
export interface Microphone {
  /** When it begins, ms. */
  startMs: number;
  durationS: number;
  /** By how much its clock is fast. */
  ppm: number;
  /** From where it sounds, m. */
  distanceM: number;
  /** Sound over its own noise, dB. */
  snrDb: number;
  /** Its own noise is another’s with another seed. */
  seed: number;
}

/** White noise between −1 and 1. */
const noise = (random: () => number): number => 2 * random() - 1;

/** How loud the room is in a second: it swells and thins over half a minute or so. */
const swell = (second: number): number =>
  0.3 + 0.7 * (0.5 + 0.25 * Math.sin(second / 3.1) + 0.25 * Math.sin(second / 7.7)) ** 2;

/** What begins to sound in a second: syllables with a voice or a hiss. Two seconds long: what begins late sounds on. */
function secondOf(second: number): Float32Array {
  const random = seeded(second % 0x7fffffff);
  const out = new Float32Array(2 * ROOM_RATE);
  for (let n = 0; n < SYLLABLES; n += 1) {
    const from = Math.floor(((n + random()) / SYLLABLES) * ROOM_RATE);
    const length = Math.round((0.09 + random() * (LONGEST_S - 0.09)) * ROOM_RATE);
    const isVoiced = random() < 0.7;
    const pitch = 90 + random() * 140;
    const formant = 2 * Math.cos((2 * Math.PI * (350 + random() * 2100)) / ROOM_RATE) * 0.97;
    const loud = (0.1 + random() * 0.3) * swell(second);
    let [y1, y2, phase] = [0, 0, 0];
    for (let i = 0; i < length; i += 1) {
      phase += pitch / ROOM_RATE;
      const drive = isVoiced ? (phase % 1 < 0.06 ? 1 : 0) + 0.04 * noise(random) : 0.35 * noise(random);
      [y2, y1] = [y1, drive + formant * y1 - 0.94 * y2];
      out[from + i]! += loud * 0.2 * y1 * Math.sqrt(Math.sin((Math.PI * i) / length));
    }
  }
  return out;
}

let latest: { second: number; sound: Float32Array } = { second: NaN, sound: new Float32Array() };
const heard = new Map<number, Float64Array>();
/** What sounds in a second: what begins in it, and what began in the one before and sounds on. */
function heardIn(second: number): Float64Array {
  const known = heard.get(second);
  if (known) return known;
  const before = latest.second === second - 1 ? latest.sound : secondOf(second - 1);
  const now = secondOf(second);
  latest = { second, sound: now };
  const block = new Float64Array(ROOM_RATE);
  for (let i = 0; i < ROOM_RATE; i += 1) block[i] = (now[i] as number) + (before[i + ROOM_RATE] as number);
  heard.set(second, block);
  // A map goes through its keys in the order in which they came.
  for (const oldest of heard.keys()) if (heard.size > KEPT_SECONDS) heard.delete(oldest);
  return block;
}

/**
 * What a stand-in’s microphone hears of a made-up room that goes on all the time: the same at one instant for every one of them, later by the way through the air, at the pace of
 * its own clock, with noise of its own. So what simulated cameras and recorders bring home can be lined up as real recordings can.
 */
export function roomSound({ startMs, durationS, ppm, distanceM, snrDb, seed }: Microphone): Float32Array {
  const out = new Float32Array(Math.round(durationS * ROOM_RATE));
  const random = seeded(seed);
  let second = NaN;
  let block: Float64Array = new Float64Array();
  const at = (index: number): number => {
    const of = Math.floor(index / ROOM_RATE);
    if (of !== second) [second, block] = [of, heardIn(of)];
    return block[index - of * ROOM_RATE] as number;
  };
  const first = (startMs / 1000 - distanceM / AIR_M_PER_S) * ROOM_RATE;
  const pace = 1 / (1 + ppm * 1e-6);
  const loudness = 0.03 * 10 ** (-snrDb / 20);
  let whole = Math.floor(first);
  let [left, right] = [at(whole), at(whole + 1)];
  for (let n = 0; n < out.length; n += 1) {
    const position = first + n * pace;
    for (; whole < Math.floor(position); whole += 1) {
      left = right;
      right = at(whole + 2);
    }
    const part = position - whole;
    out[n] = Math.max(-1, Math.min(1, left * (1 - part) + right * part + loudness * noise(random)));
  }
  return out;
}
