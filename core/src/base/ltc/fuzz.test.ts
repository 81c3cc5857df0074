import { expect, it } from 'vitest';
import { sampled } from '../testing.ts';
import { LtcDecoder } from './index.ts';

const SOUNDS = sampled(10_000, 1_000);

/** A number of 0…1 from a seed, quick enough for ten thousand sounds. */
function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 4294967296;
}

it(`${SOUNDS} random sounds go through the timecode decoder with no error and no word out of nothing`, () => {
  const random = seeded(4);
  let words = 0;
  for (let run = 0; run < SOUNDS; run += 1) {
    const samples = new Float32Array(Math.floor(random() * 6_000));
    const kind = run % 4;
    const hz = 100 + random() * 4000;
    let level = 0.5;
    for (let i = 0; i < samples.length; i += 1) {
      if (kind === 0) samples[i] = random() * 2 - 1;
      else if (kind === 1) samples[i] = Math.sign(Math.sin((hz * i) / 7639)) * random();
      else if (kind === 2) samples[i] = level = random() < 0.05 ? -level : level;
      else samples[i] = random() < 0.01 ? 1e30 * (random() - 0.5) : 0;
    }
    const decoder = new LtcDecoder([8000, 22050, 44100, 48000, 192000][run % 5]!);
    words += decoder.push(samples).words.length + decoder.end().words.length;
  }
  expect(words).toBe(0);
}, 120_000);
