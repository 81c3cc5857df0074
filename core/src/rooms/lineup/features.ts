import { BANDS, FEATURE_RATE, LINE_RATE } from './lineModel.ts';

const HOP = LINE_RATE / FEATURE_RATE;
/** Middles of the bands, Hz, and how narrow they are. */
const BAND_HZ = [350, 750, 1500, 2800] as const;
const BAND_Q = 1.2;
/** What is usual is measured over about so many frames. */
const USUAL_FRAMES = 80;
const FLOOR = 1e-9;
const STEPS = 24;

/** A band-pass of second order (constant 0 dB peak), after the usual cookbook of audio equalisers. */
class Band {
  private readonly b0: number;
  private readonly a1: number;
  private readonly a2: number;
  private x1 = 0;
  private x2 = 0;
  private y1 = 0;
  private y2 = 0;
  constructor(hz: number) {
    const w = (2 * Math.PI * hz) / LINE_RATE;
    const alpha = Math.sin(w) / (2 * BAND_Q);
    this.b0 = alpha / (1 + alpha);
    this.a1 = (-2 * Math.cos(w)) / (1 + alpha);
    this.a2 = (1 - alpha) / (1 + alpha);
  }
  next(x: number): number {
    const y = this.b0 * (x - this.x2) - this.a1 * this.y1 - this.a2 * this.y2;
    this.x2 = this.x1;
    this.x1 = x;
    this.y2 = this.y1;
    this.y1 = y;
    return y;
  }
}

/**
 * Features of a sound at `FEATURE_RATE`, block by block: in each band how much louder it gets from frame to frame, against how much that usually changes there. Louder and
 * softer recordings, and ones with other microphones, have the same; steady hum has none.
 */
export class FeatureTap {
  private readonly bands = BAND_HZ.map((hz) => new Band(hz));
  private readonly energy = new Float64Array(BANDS);
  private readonly before = new Float64Array(BANDS).fill(Math.log(FLOOR));
  private readonly usual = new Float64Array(BANDS).fill(1);
  private parts: Int8Array[] = [];
  private count = 0;
  private inHop = 0;

  push(samples: Float32Array): void {
    const frames = Math.floor((this.inHop + samples.length) / HOP);
    const out = new Int8Array(frames * BANDS);
    let frame = 0;
    for (let i = 0; i < samples.length; i += 1) {
      const x = samples[i] as number;
      for (let b = 0; b < BANDS; b += 1) {
        const y = (this.bands[b] as Band).next(x);
        this.energy[b] = (this.energy[b] as number) + y * y;
      }
      this.inHop += 1;
      if (this.inHop < HOP) continue;
      this.inHop = 0;
      for (let b = 0; b < BANDS; b += 1) out[frame * BANDS + b] = this.step(b);
      frame += 1;
    }
    this.parts.push(out);
    this.count += frames;
  }

  private step(b: number): number {
    const now = Math.log((this.energy[b] as number) / HOP + FLOOR);
    this.energy[b] = 0;
    const rise = now - (this.before[b] as number);
    // What sounds on counts less than what begins: half of the way is forgotten each frame.
    this.before[b] = now * 0.5 + (this.before[b] as number) * 0.5;
    const usual = (this.usual[b] as number) + (Math.abs(rise) - (this.usual[b] as number)) / USUAL_FRAMES;
    this.usual[b] = Math.max(usual, 0.02);
    return Math.max(-127, Math.min(127, Math.round((rise / (this.usual[b] as number)) * STEPS)));
  }

  /** All of them so far. */
  features(): Int8Array {
    const all = new Int8Array(this.count * BANDS);
    let at = 0;
    for (const part of this.parts) {
      all.set(part, at);
      at += part.length;
    }
    this.parts = [all];
    return all;
  }
}
