/** Samples to either side that an in-between one is made of. */
const REACH = 16;

/**
 * Samples of a recording at the pace of another clock: `pace` of its own samples to each one made, from a place on, by a sinc under a Hann window (within −90 dB up to four fifths of
 * half the rate; meant for clocks a few hundred ppm apart). `read` fills a block from a sample on and answers how many there were; beside the ends there is silence.
 */
export function resampled(
  read: (from: number, into: Float32Array) => number,
  { from, pace, length }: { from: number; pace: number; length: number },
): Float32Array {
  const first = Math.floor(from) - REACH + 1;
  const block = new Float32Array(Math.ceil(length * pace) + 2 * REACH + 2);
  // What lies before the first sample is silence, and is not asked for.
  const before = Math.max(0, -first);
  if (before < block.length) read(first + before, block.subarray(before));
  const out = new Float32Array(length);
  for (let n = 0; n < length; n += 1) {
    const at = from + n * pace;
    const whole = Math.floor(at);
    const part = at - whole;
    let sum = 0;
    for (let k = 1 - REACH; k <= REACH; k += 1) {
      const x = k - part;
      const window = 0.5 + 0.5 * Math.cos((Math.PI * x) / REACH);
      const sinc = x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
      sum += (block[whole + k - first] as number) * sinc * window;
    }
    out[n] = sum;
  }
  return out;
}
