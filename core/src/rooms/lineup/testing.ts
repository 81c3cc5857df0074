import { seeded } from '../../base/random/index.ts';
import { FeatureTap } from './features.ts';
import { LINE_RATE, type LineSource } from './lineModel.ts';

/** What sounds in a made-up room. */
export type Kind = 'speech' | 'beat' | 'applause' | 'hum';

/** A recording over samples that are all there. */
export function sourceOf(samples: Float32Array): LineSource {
  const tap = new FeatureTap();
  tap.push(samples);
  return {
    samples: samples.length,
    features: tap.features(),
    read: (from, into) => {
      const count = Math.max(0, Math.min(into.length, samples.length - from));
      into.set(samples.subarray(from, from + count));
      return count;
    },
  };
}

const normal = (random: () => number): number => random() + random() + random() + random() - 2;

/** So many seconds of a sound, as it is where it is made. */
export function madeSound(kind: Kind, seconds: number, seed: number): Float32Array {
  const random = seeded(seed);
  const out = new Float32Array(Math.round(seconds * LINE_RATE));
  if (kind === 'speech') speech(out, random);
  else if (kind === 'beat') beat(out, random);
  else if (kind === 'applause') applause(out, random);
  else
    for (let i = 0; i < out.length; i += 1)
      out[i] = 0.3 * Math.sin((2 * Math.PI * 50 * i) / LINE_RATE) + 0.1 * Math.sin((2 * Math.PI * 150 * i) / LINE_RATE);
  return out;
}

/** Syllables of three to eight a second with a voice or a hiss, words, pauses. */
function speech(out: Float32Array, random: () => number): void {
  let at = 0;
  let [y1, y2] = [0, 0];
  while (at < out.length) {
    if (random() < 0.12) at += Math.round((0.2 + random() * 0.9) * LINE_RATE);
    const length = Math.round((0.09 + random() * 0.22) * LINE_RATE);
    const voiced = random() < 0.75;
    const pitch = 90 + random() * 120;
    const formant = 2 * Math.cos((2 * Math.PI * (350 + random() * 1900)) / LINE_RATE) * 0.97;
    const loud = 0.15 + random() * 0.5;
    let phase = 0;
    for (let i = 0; i < length && at + i < out.length; i += 1) {
      phase += (pitch * (1 + 0.1 * Math.sin(i / 400))) / LINE_RATE;
      const drive = voiced ? (phase % 1 < 0.06 ? 1 : 0) + 0.04 * normal(random) : 0.35 * normal(random);
      const y = drive + formant * y1 - 0.94 * y2;
      y2 = y1;
      y1 = y;
      const shape = Math.sin((Math.PI * i) / length) ** 0.5;
      out[at + i] = (out[at + i] as number) + loud * 0.25 * y * shape;
    }
    at += length + Math.round(random() * 0.04 * LINE_RATE);
  }
}

/** Two bars of drums over and over, each stroke played a little differently, and a melody that does not repeat. */
function beat(out: Float32Array, random: () => number): void {
  const step = 60 / 118 / 2;
  for (let n = 0; n * step * LINE_RATE < out.length; n += 1) {
    const at = Math.round((n * step + 0.002 * normal(random)) * LINE_RATE);
    const isKick = n % 4 === 0;
    for (let i = 0; i < LINE_RATE * 0.12; i += 1) {
      const fade = Math.exp(-i / (LINE_RATE * (isKick ? 0.05 : 0.02)));
      const v = isKick ? Math.sin((2 * Math.PI * 70 * i) / LINE_RATE) : normal(random) * (n % 2 ? 0.5 : 0.9);
      if (at + i >= 0 && at + i < out.length) out[at + i] = (out[at + i] as number) + 0.5 * fade * v;
    }
    if (n % 2 === 0) {
      const hz = 220 * 2 ** (Math.floor(random() * 24) / 12);
      for (let i = 0; i < LINE_RATE * step * 2 && at + i < out.length; i += 1)
        if (at + i >= 0)
          out[at + i] =
            (out[at + i] as number) +
            0.12 *
              Math.exp(-i / (LINE_RATE * 0.3)) *
              (Math.sin((2 * Math.PI * hz * i) / LINE_RATE) + 0.4 * Math.sin((4 * Math.PI * hz * i) / LINE_RATE));
    }
  }
}

/** Many hands, each clap a short burst, swelling and thinning. */
function applause(out: Float32Array, random: () => number): void {
  for (let t = 0; t * LINE_RATE < out.length; t += 0.004 + random() * 0.02) {
    const at = Math.round(t * LINE_RATE);
    const loud = (0.1 + 0.4 * random()) * (0.6 + 0.4 * Math.sin(t / 3));
    for (let i = 0; i < 90 && at + i < out.length; i += 1)
      out[at + i] = (out[at + i] as number) + loud * normal(random) * Math.exp(-i / 22);
  }
}

/** A microphone in a room: its own echoes, another colour, noise, a clock of its own, a beginning of its own. */
export interface Microphone {
  /** When it is switched on and off, s of the common time. */
  fromS: number;
  toS: number;
  driftPpm?: number;
  /** Of the room, until it is 60 dB down, s. */
  reverbS?: number;
  /** Sound over noise, dB. */
  snrDb?: number;
  /** Only between these, Hz. */
  band?: [number, number];
  /** Cut off where it is louder than this share of its loudest. */
  clip?: number;
  seed: number;
}

/** What a microphone records of a sound in a room. The way of the sound to it is part of its answer: 0 s. */
export function recorded(sound: Float32Array, m: Microphone): Float32Array {
  const random = seeded(m.seed);
  const heard = m.reverbS ? withRoom(sound, m.reverbS, random) : sound;
  const pace = 1 + (m.driftPpm ?? 0) * 1e-6;
  const out = new Float32Array(Math.round((m.toS - m.fromS) * pace * LINE_RATE));
  let power = 0;
  for (let i = 0; i < out.length; i += 1) {
    const at = (m.fromS + i / LINE_RATE / pace) * LINE_RATE;
    out[i] = sampleAt(heard, at);
    power += (out[i] as number) ** 2;
  }
  const level = Math.sqrt(power / Math.max(1, out.length));
  if (m.band) bandLimit(out, m.band);
  if (m.snrDb !== undefined) {
    const noise = (level / 10 ** (m.snrDb / 20)) * Math.sqrt(3);
    for (let i = 0; i < out.length; i += 1) out[i] = (out[i] as number) + noise * normal(random);
  }
  if (m.clip !== undefined) {
    const most = out.reduce((x, v) => Math.max(x, Math.abs(v)), 0) * m.clip;
    for (let i = 0; i < out.length; i += 1) out[i] = Math.max(-most, Math.min(most, out[i] as number));
  }
  return out;
}

/** Between samples by a cubic through the four around. */
function sampleAt(x: Float32Array, at: number): number {
  const i = Math.floor(at);
  const t = at - i;
  const [a, b, c, d] = [x[i - 1] ?? 0, x[i] ?? 0, x[i + 1] ?? 0, x[i + 2] ?? 0];
  return b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
}

/** Early echoes and a tail out of four feedback combs of random lengths: cheap, and different for each microphone. */
function withRoom(sound: Float32Array, reverbS: number, random: () => number): Float32Array {
  const out = Float32Array.from(sound);
  for (let comb = 0; comb < 4; comb += 1) {
    const delay = Math.round((0.023 + random() * 0.04) * LINE_RATE);
    const gain = 10 ** ((-3 * delay) / LINE_RATE / reverbS);
    const tail = new Float32Array(sound.length);
    for (let i = 0; i < sound.length; i += 1)
      tail[i] = ((sound[i - delay] ?? 0) + gain * (tail[i - delay] ?? 0)) * 0.25;
    for (let i = 0; i < sound.length; i += 1) out[i] = (out[i] as number) + (tail[i] as number);
  }
  return out;
}

function bandLimit(x: Float32Array, [low, high]: [number, number]): void {
  const [lp, hp] = [1 - Math.exp((-2 * Math.PI * high) / LINE_RATE), 1 - Math.exp((-2 * Math.PI * low) / LINE_RATE)];
  let [a, b] = [0, 0];
  for (let i = 0; i < x.length; i += 1) {
    a += lp * ((x[i] as number) - a);
    b += hp * (a - b);
    x[i] = a - b;
  }
}
