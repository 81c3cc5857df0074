import { LINE_RATE } from './lineModel.ts';

/** Zero crossings of the low-pass on either side of its middle. */
const CROSSINGS = 9;
/** Of the new half rate is kept. */
const KEPT = 0.92;
const KAISER_BETA = 7;

/** Modified Bessel function of the first kind, order 0, by its series. */
function bessel0(x: number): number {
  let sum = 1;
  let term = 1;
  for (let k = 1; term > sum * 1e-10; k += 1) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/**
 * Brings sound of any rate to `LINE_RATE`, block by block: a windowed sinc, one set of taps for each phase between the two rates. Lower rates are raised the same
 * way. Its delay is taken out: sample 0 of what comes out is sample 0 of what went in.
 */
export class Decimator {
  private readonly phases: Float32Array[] = [];
  private readonly up: number;
  private readonly down: number;
  private readonly half: number;
  private kept = new Float32Array(0);
  /** Of the input, the number of the first kept sample. */
  private keptFrom: number;
  private next = 0;

  constructor(sampleRate: number) {
    const common = gcd(Math.round(sampleRate), LINE_RATE);
    this.up = LINE_RATE / common;
    this.down = Math.round(sampleRate) / common;
    const ratio = Math.max(1, this.down / this.up);
    this.half = Math.ceil(CROSSINGS * ratio);
    const cutoff = KEPT / ratio;
    const norm = bessel0(KAISER_BETA);
    for (let phase = 0; phase < this.up; phase += 1) {
      const taps = new Float32Array(2 * this.half);
      let sum = 0;
      for (let i = 0; i < taps.length; i += 1) {
        const x = i - this.half + 1 - phase / this.up;
        const inside = 1 - (x / this.half) ** 2;
        const sinc = x === 0 ? cutoff : Math.sin(Math.PI * cutoff * x) / (Math.PI * x);
        taps[i] = inside > 0 ? (sinc * bessel0(KAISER_BETA * Math.sqrt(inside))) / norm : 0;
        sum += taps[i] as number;
      }
      for (let i = 0; i < taps.length; i += 1) taps[i] = (taps[i] as number) / sum;
      this.phases.push(taps);
    }
    this.keptFrom = -this.half;
    this.kept = new Float32Array(this.half);
  }

  /** What comes out for a block of what goes in. */
  push(block: Float32Array): Float32Array {
    const all = new Float32Array(this.kept.length + block.length);
    all.set(this.kept);
    all.set(block, this.kept.length);
    const end = this.keptFrom + all.length;
    const { up, down, half } = this;
    // The last output whose taps all lie within what is there.
    const last = Math.floor(((end - half - 1) * up) / down);
    const out = new Float32Array(Math.max(0, last - this.next + 1));
    for (let o = 0; o < out.length; o += 1) {
      const at = (this.next + o) * down;
      const whole = Math.floor(at / up);
      const taps = this.phases[at - whole * up] as Float32Array;
      const from = whole - half + 1 - this.keptFrom;
      let sum = 0;
      for (let i = 0; i < taps.length; i += 1) sum += (taps[i] as number) * (all[from + i] as number);
      out[o] = sum;
    }
    this.next += out.length;
    const needed = Math.max(this.keptFrom, Math.floor((this.next * down) / up) - half + 1);
    this.kept = all.slice(needed - this.keptFrom);
    this.keptFrom = needed;
    return out;
  }

  /** What is left when no more comes. */
  end(): Float32Array {
    return this.push(new Float32Array(this.half + 1));
  }
}
