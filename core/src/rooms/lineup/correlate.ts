import FFT from 'fft.js';

/** A transform of one size, and back. Complex numbers lie one after the other, real part first. */
export interface Transform {
  forward(out: Float64Array, input: Float64Array): void;
  back(out: Float64Array, input: Float64Array): void;
}
const known = new Map<number, Transform>();
/** The library says arrays and only indexes them. */
const listed = (values: Float64Array): number[] => values as unknown as number[];

/** A transform of this size, made once. */
export function fftOf(size: number): Transform {
  const found = known.get(size);
  if (found) return found;
  const fft = new FFT(size);
  const made: Transform = {
    forward: (out, input) => fft.transform(listed(out), listed(input)),
    back: (out, input) => fft.inverseTransform(listed(out), listed(input)),
  };
  known.set(size, made);
  return made;
}

/** The least power of two that is not smaller. */
export const powerOfTwo = (n: number): number => 2 ** Math.ceil(Math.log2(Math.max(2, n)));

/** How strongly bins are made alike: 1 all (phase alone), 0 none. What is loud in both still counts a little more. */
const WHITENING = 0.9;

/**
 * Cross-correlation of two windows by their phases (GCC-PHAT, Knapp and Carter 1976, with a part of the amplitude left), between two frequencies given as shares of the
 * rate. Both are transformed at once, as the real and the imaginary part. The answer is for lags −`reach`…`reach`: at lag k, how well a(t) goes with b(t − k).
 */
export function phaseCorrelation(
  a: Float32Array,
  b: Float32Array,
  { reach, low, high }: { reach: number; low: number; high: number },
): Float64Array {
  const size = powerOfTwo(a.length + reach);
  const fft = fftOf(size);
  const joined = new Float64Array(2 * size);
  for (let i = 0; i < a.length; i += 1) {
    joined[2 * i] = a[i] as number;
    joined[2 * i + 1] = b[i] ?? 0;
  }
  const spectrum = new Float64Array(2 * size);
  fft.forward(spectrum, joined);
  const cross = joined.fill(0);
  const [from, to] = [Math.max(1, Math.floor(low * size)), Math.min(size / 2 - 1, Math.ceil(high * size))];
  for (let k = from; k <= to; k += 1) {
    const m = size - k;
    const [re, im, mre, mim] = [spectrum[2 * k], spectrum[2 * k + 1], spectrum[2 * m], spectrum[2 * m + 1]] as [
      number,
      number,
      number,
      number,
    ];
    // The spectra of both, out of their even and odd parts.
    const [ar, ai, br, bi] = [(re + mre) / 2, (im - mim) / 2, (im + mim) / 2, (mre - re) / 2];
    const [cr, ci] = [ar * br + ai * bi, ai * br - ar * bi];
    const size2 = cr * cr + ci * ci;
    if (size2 === 0) continue;
    const weight = size2 ** (-WHITENING / 2);
    cross[2 * k] = cr * weight;
    cross[2 * k + 1] = ci * weight;
    cross[2 * m] = cr * weight;
    cross[2 * m + 1] = -ci * weight;
  }
  fft.back(spectrum, cross);
  const out = new Float64Array(2 * reach + 1);
  for (let lag = -reach; lag <= reach; lag += 1) out[lag + reach] = spectrum[2 * ((lag + size) % size)] as number;
  return out;
}

/** Into `cross`: the product of a spectrum with another’s conjugate, made alike in its size, between two frequencies given as shares of the rate. All of one length. */
export function phaseProduct(
  cross: Float64Array,
  x: Float64Array,
  y: Float64Array,
  { low, high }: { low: number; high: number },
): void {
  const size = x.length / 2;
  cross.fill(0);
  const [from, to] = [Math.max(1, Math.floor(low * size)), Math.min(size / 2 - 1, Math.ceil(high * size))];
  for (let k = from; k <= to; k += 1) {
    const [xr, xi, yr, yi] = [x[2 * k], x[2 * k + 1], y[2 * k], y[2 * k + 1]] as [number, number, number, number];
    const [cr, ci] = [xr * yr + xi * yi, xi * yr - xr * yi];
    const power = cr * cr + ci * ci;
    if (power === 0) continue;
    const weight = power ** (-WHITENING / 2);
    const m = size - k;
    cross[2 * k] = cr * weight;
    cross[2 * k + 1] = ci * weight;
    cross[2 * m] = cr * weight;
    cross[2 * m + 1] = -ci * weight;
  }
}

/**
 * The highest place of a correlation within `reach` of its middle, between samples by a parabola, in lags; its height in standard deviations of what lies more than `apart`
 * lags from it. Near it there is the sound’s own likeness to itself, and the room.
 */
export function peakOf(correlation: Float64Array, reach: number, apart: number): { at: number; z: number } {
  const middle = (correlation.length - 1) / 2;
  let best = middle - reach;
  for (let i = middle - reach; i <= middle + reach; i += 1)
    if ((correlation[i] as number) > (correlation[best] as number)) best = i;
  const deviation = deviationApart(correlation, best, apart);
  const [l, m, r] = [correlation[best - 1] ?? 0, correlation[best] as number, correlation[best + 1] ?? 0];
  const bend = l - 2 * m + r;
  const shift = bend < 0 ? Math.max(-0.5, Math.min(0.5, (0.5 * (l - r)) / bend)) : 0;
  return { at: best - middle + shift, z: deviation > 0 ? m / deviation : 0 };
}

/** Standard deviation, about nought, of what lies more than so many lags from a place. */
export function deviationApart(values: Float64Array, place: number, apart: number): number {
  let squares = 0;
  let count = 0;
  for (let i = 0; i < values.length; i += 1) {
    if (Math.abs(i - place) <= apart) continue;
    squares += (values[i] as number) ** 2;
    count += 1;
  }
  return count > 0 ? Math.sqrt(squares / count) : 0;
}
