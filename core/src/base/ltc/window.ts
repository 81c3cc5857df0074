/**
 * A stretch of the signal, kept as running sums so that the area under any part of it, at any fraction of a sample, costs
 * two look-ups. Positions are absolute sample numbers; sample n is taken to reach from n to n + 1, so that a word which
 * begins with sample n begins at n.
 */
export class SignalWindow {
  /** First sample held. */
  start = 0;
  /** One past the last sample held. */
  end = 0;
  private sums = new Float64Array(1 << 16);

  /** Adds samples at the end. */
  push(samples: Float32Array): void {
    const held = this.end - this.start;
    if (held + samples.length + 1 > this.sums.length) {
      const larger = new Float64Array(Math.max(2 * this.sums.length, held + samples.length + 1));
      larger.set(this.sums.subarray(0, held + 1));
      this.sums = larger;
    }
    const { sums } = this;
    const count = samples.length;
    let sum = sums[held]!;
    let i = 0;
    let j = held + 1;
    // Four at a time: one addition waits for the one before only once in four samples.
    for (; i + 3 < count; i += 4, j += 4) {
      const one = samples[i]!;
      const two = one + samples[i + 1]!;
      const three = two + samples[i + 2]!;
      const four = three + samples[i + 3]!;
      sums[j] = sum + one;
      sums[j + 1] = sum + two;
      sums[j + 2] = sum + three;
      sum += four;
      sums[j + 3] = sum;
    }
    for (; i < count; i += 1, j += 1) {
      sum += samples[i]!;
      sums[j] = sum;
    }
    this.end += samples.length;
  }

  /** Forgets the samples before `from`. */
  forget(from: number): void {
    const drop = Math.min(from, this.end) - this.start;
    if (drop <= 0) return;
    const held = this.end - this.start;
    const { sums } = this;
    const base = sums[drop]!;
    for (let i = drop; i <= held; i += 1) sums[i - drop] = sums[i]! - base;
    this.start += drop;
  }

  /** The running sum at a position; outside the stretch it stays at its end's value. */
  sum(position: number): number {
    const at = position - this.start;
    if (at <= 0) return 0;
    const held = this.end - this.start;
    if (at >= held) return this.sums[held]!;
    // Not Math.floor: this is the innermost line of the decoder, and `at` is positive and small.
    const whole = at | 0;
    const low = this.sums[whole]!;
    return low + (at - whole) * (this.sums[whole + 1]! - low);
  }

  /** The mean of the signal within `reach` of a position (clipped to the stretch). */
  mean(position: number, reach: number): number {
    const from = Math.max(this.start, position - reach);
    const to = Math.min(this.end, position + reach);
    return to > from ? (this.sum(to) - this.sum(from)) / (to - from) : 0;
  }
}
