import { bitClockSearch, type Lock, type Search } from './acquire.ts';
import { Room, follow, likeliestBits, type Bits } from './track.ts';
import { SignalWindow } from './window.ts';
import { SYNC, SYNC_REVERSED, WORD_BITS, readWord, userBitsHex, wordFault, wordLabel } from './word.ts';
import { followsInCount } from './sequence.ts';
import { dateOfGroups, type LtcDate } from './date.ts';

/** A word that was read, and can be relied on. */
export interface LtcWord {
  label: string;
  /** Where it begins, as a fraction of samples from the start; the earlier end when played backwards. */
  startSample: number;
  endSample: number;
  direction: 'forward' | 'reverse';
  drop: boolean;
  colour: boolean;
  /** Eight hexadecimal digits, user8 first. */
  userBits: string;
  groupFlags: [boolean, boolean, boolean];
  /** The date in the user bits, when the flags say that there is one. */
  date: LtcDate | null;
  /** Spread of the half bits over their mean: 0 for a perfect signal, 0.2 at about 3 dB of noise. */
  spread: number;
}

/** A word that was found but not believed. */
export interface LtcRejected {
  startSample: number;
  reason: string;
}

export interface LtcFound {
  words: LtcWord[];
  rejected: LtcRejected[];
}

interface Candidate {
  word: LtcWord;
  /** Its weakest half bit over the mean one. */
  weakest: number;
}

/** Spread from which a word counts as deep in noise: about −2 dB at 48 kHz. */
const NOISY = 0.42;
/** A lone word is believed when its weakest half bit is this share of the mean one: none of it may lie in a gap or in noise. */
const WEAKEST_ALONE = 0.25;
/** How far to go on, in blocks, where no timecode was found. */
const HOP = 0.6;
/** Each run goes over the last, unfinished word again, so several blocks are taken at once. */
const BLOCKS_AT_ONCE = 6;
/** A stretch of bits this long without a sync word is no timecode. */
const TOO_LONG_WITHOUT_SYNC = 5 * WORD_BITS;

/**
 * Reads linear timecode out of sound as it comes, any number of samples at a time: forward or backward, either
 * polarity, any level, speed within about 6 % of 23.976…30 words a second. Give the samples to `push`, call `end` once;
 * both answer the words that are certain by then.
 *
 * A word is believed when the sync word is right, its digits make sense, and either it follows or is followed by its
 * neighbour in the count or its signal is clean. Source of the format: SMPTE ST 12-1.
 */
export class LtcDecoder {
  private readonly signal = new SignalWindow();
  private readonly search: Search;
  private readonly sampleRate: number;
  private readonly behind = new Room();
  private readonly ahead = new Room();
  private going: Lock | null = null;
  private cursor = 0;
  /** End of the last word found: nothing before it is looked at again. */
  private floor = 0;
  private lastRunAt = 0;
  /** What had been read when the end was last looked at. */
  private lastFloor: number | null = null;
  private previous: Candidate | null = null;
  private pending: Candidate | null = null;
  private out: LtcFound = { words: [], rejected: [] };

  constructor(sampleRate: number) {
    this.sampleRate = sampleRate;
    this.search = bitClockSearch(sampleRate);
  }

  push(samples: Float32Array): LtcFound {
    for (let at = 0; at < samples.length; at += 65536) {
      this.signal.push(samples.subarray(at, at + 65536));
      if (this.signal.end - this.lastRunAt >= BLOCKS_AT_ONCE * this.search.blockSamples) this.run(false);
    }
    return this.drain();
  }

  end(): LtcFound {
    this.run(true);
    this.settle(null);
    return this.drain();
  }

  private drain(): LtcFound {
    const found = this.out;
    this.out = { words: [], rejected: [] };
    return found;
  }

  private run(final: boolean): void {
    this.lastRunAt = this.signal.end;
    const reach = this.search.longest * 9;
    const limit = final ? this.signal.end : this.signal.end - reach;
    for (;;) {
      if (this.going) {
        const bits = follow(this.signal, this.going, { direction: 1, until: limit }, this.search, this.ahead);
        if (this.digest(bits)) break;
      } else if (!this.acquire(limit, final)) break;
    }
    const keep =
      (this.going ? this.going.boundary : Math.max(this.floor, this.cursor - this.search.blockSamples)) - reach;
    // Forgetting moves the rest of the window: only when it is worth it.
    if (keep - this.signal.start > 65536) this.signal.forget(Math.floor(keep));
  }

  /** Looks for the bit clock from the cursor on; false when there is not enough sound yet. */
  private acquire(limit: number, final: boolean): boolean {
    const { blockSamples } = this.search;
    let from = this.cursor;
    if (from + blockSamples > limit) {
      if (!final || from >= limit) return false;
      from = Math.max(this.signal.start, limit - blockSamples);
      // The last block is gone through once for each word found in it: sound that only looks like timecode would be for ever.
      if (this.lastFloor === this.floor) return false;
      this.lastFloor = this.floor;
    }
    const floor = Math.max(this.floor, this.signal.start);
    for (const lock of this.search.find(this.signal, from)) {
      const back = follow(this.signal, lock, { direction: -1, until: floor }, this.search, this.behind);
      const ahead = follow(
        this.signal,
        lock,
        { direction: 1, until: Math.min(limit, from + blockSamples) },
        this.search,
        this.ahead,
      );
      if (back.firstHalf.length + ahead.firstHalf.length < WORD_BITS) continue;
      const trial = join(back, ahead);
      if (!hasSync(likeliestBits(trial.firstHalf, trial.secondHalf))) continue;
      this.cursor = from;
      const bits = join(back, follow(this.signal, lock, { direction: 1, until: limit }, this.search, this.ahead));
      return !this.digest(bits);
    }
    this.cursor = from + blockSamples * HOP;
    return !(final && from + blockSamples >= limit);
  }

  /** Takes the words out of a stretch of bits and decides how to go on; true when more sound is needed. */
  private digest(bits: Bits): boolean {
    const values = likeliestBits(bits.firstHalf, bits.secondHalf);
    let lastEnd = 0;
    for (const found of findWords(values)) {
      if (bits.boundaries[found.from]! < this.floor - (bits.boundaries[1]! - bits.boundaries[0]!) / 2) continue;
      if (found.from < lastEnd) continue;
      lastEnd = found.from + WORD_BITS;
      this.floor = bits.boundaries[lastEnd]!;
      this.take(bits, values, found);
    }
    const count = values.length;
    const lost = bits.ended === 'lost' || count - lastEnd > TOO_LONG_WITHOUT_SYNC;
    if (lost) {
      this.going = null;
      const tail = bits.boundaries[Math.max(lastEnd, count - 24)]!;
      this.cursor = Math.max(tail, this.cursor + this.search.blockSamples / 4);
      return false;
    }
    if (lastEnd > 0) {
      const period = (bits.boundaries[lastEnd]! - bits.boundaries[lastEnd - WORD_BITS]!) / WORD_BITS;
      this.going = { boundary: bits.boundaries[lastEnd]!, period, amplitude: bits.lock.amplitude };
    } else if (!this.going && count > 0) {
      const period = (bits.boundaries[count]! - bits.boundaries[0]!) / count;
      this.going = { boundary: bits.boundaries[0]!, period, amplitude: bits.lock.amplitude };
    }
    this.cursor = Math.max(this.cursor, this.floor);
    return true;
  }

  private take(bits: Bits, values: Uint8Array, { from, direction }: FoundWord): void {
    const startSample = wordStart(bits, from);
    const sent = values.slice(from, from + WORD_BITS);
    if (direction === 'reverse') sent.reverse();
    const fault = wordFault(sent);
    if (fault) {
      this.out.rejected.push({ startSample, reason: `The word makes no sense: ${fault}.` });
      return;
    }
    const period = (bits.boundaries[from + WORD_BITS]! - bits.boundaries[from]!) / WORD_BITS;
    const wordsPerSecond = this.sampleRate / (WORD_BITS * period);
    const at25 = sent[10] === 0 && Math.abs(wordsPerSecond - 25) < 0.5;
    const fields = readWord(sent, at25);
    const dated = fields.groupFlags[2] && !fields.groupFlags[0] && !fields.groupFlags[1];
    const eye = evenness(bits, from);
    this.settle({
      weakest: eye.weakest,
      word: {
        label: wordLabel(fields),
        startSample,
        endSample: startSample + WORD_BITS * period,
        direction,
        drop: fields.drop,
        colour: fields.colour,
        userBits: userBitsHex(fields.groups),
        groupFlags: fields.groupFlags,
        date: dated ? dateOfGroups(fields.groups) : null,
        spread: eye.spread,
      },
    });
  }

  /** Decides on the word that waits, now that the next one (or the end) is known. */
  private settle(next: Candidate | null): void {
    const word = this.pending;
    if (word) {
      const adjoins = (a: Candidate, b: Candidate) =>
        a.word.direction === b.word.direction &&
        Math.abs(b.word.startSample - a.word.endSample) < (a.word.endSample - a.word.startSample) / 8;
      const before = this.previous && adjoins(this.previous, word);
      const after = next && adjoins(word, next);
      const asBefore = before && followsInCount(this.previous!.word, word.word);
      const asAfter = after && followsInCount(word.word, next.word);
      // Deep in noise two neighbours can share an error by chance: there both sides must agree.
      const inCount = word.word.spread < NOISY ? asBefore || asAfter : asBefore && asAfter;
      // Alone, or held still by its source: a signal with no weak bit must speak for it.
      const held = before && this.previous!.word.label === word.word.label;
      const sure = inCount || ((held || (!before && !after)) && word.weakest > WEAKEST_ALONE);
      if (sure) this.out.words.push(word.word);
      else {
        this.out.rejected.push({
          startSample: word.word.startSample,
          reason: `It reads ${word.word.label}, which fits neither the word before nor the one after.`,
        });
      }
      this.previous = word;
    }
    this.pending = next;
  }
}

/** The bits before a lock and those after it as one stretch. */
function join(back: Bits, ahead: Bits): Bits {
  const both = (a: Float64Array, b: Float64Array) => {
    const list = new Float64Array(a.length + b.length);
    list.set(a);
    list.set(b, a.length);
    return list;
  };
  return {
    boundaries: both(back.boundaries, ahead.boundaries.subarray(1)),
    edges: both(back.edges.subarray(0, -1), ahead.edges),
    firstHalf: both(back.firstHalf, ahead.firstHalf),
    secondHalf: both(back.secondHalf, ahead.secondHalf),
    ended: ahead.ended,
    lock: ahead.lock,
  };
}

interface FoundWord {
  /** First bit in order of time. */
  from: number;
  direction: 'forward' | 'reverse';
}

function hasSync(bits: Uint8Array): boolean {
  let last = 0;
  for (let i = 0; i < bits.length; i += 1) {
    last = ((last << 1) | bits[i]!) & 0xffff;
    if (i >= 15 && (last === SYNC || last === SYNC_REVERSED)) return true;
  }
  return false;
}

/** Whole words of a stretch of bits, in order of time. */
function* findWords(bits: Uint8Array): Generator<FoundWord> {
  let last = 0;
  for (let i = 0; i < bits.length; i += 1) {
    last = ((last << 1) | bits[i]!) & 0xffff;
    if (i < 15) continue;
    if (last === SYNC && i >= WORD_BITS - 1) yield { from: i - WORD_BITS + 1, direction: 'forward' };
    if (last === SYNC_REVERSED && i + 64 < bits.length) yield { from: i - 15, direction: 'reverse' };
  }
}

/** Where a word begins: the straight line through the edges of its bits, at its first. */
function wordStart({ edges }: Bits, from: number): number {
  const n = WORD_BITS;
  const middle = (n - 1) / 2;
  let sum = 0;
  let slope = 0;
  for (let k = 0; k < n; k += 1) {
    sum += edges[from + k]!;
    slope += (k - middle) * edges[from + k]!;
  }
  const spread = (n * (n * n - 1)) / 12;
  return sum / n - (middle * slope) / spread;
}

/** Standard deviation of the sizes of a word's half bits, and the smallest of them, both over their mean. */
function evenness({ firstHalf, secondHalf }: Bits, from: number): { spread: number; weakest: number } {
  let sum = 0;
  let squares = 0;
  let least = Infinity;
  const add = (half: number) => {
    const size = Math.abs(half);
    sum += size;
    squares += size * size;
    if (size < least) least = size;
  };
  for (let k = from; k < from + WORD_BITS; k += 1) {
    add(firstHalf[k]!);
    add(secondHalf[k]!);
  }
  const mean = sum / (2 * WORD_BITS);
  if (!(mean > 0)) return { spread: Infinity, weakest: 0 };
  return { spread: Math.sqrt(Math.max(0, squares / (2 * WORD_BITS) - mean * mean)) / mean, weakest: least / mean };
}
