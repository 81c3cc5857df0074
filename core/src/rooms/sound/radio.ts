import { seeded } from '../../base/random/index.ts';
/** One product of two or three carriers that falls onto a channel. */
export interface Clash {
  /** The channel that is hit, MHz. */
  victimMhz: number;
  productMhz: number;
  order: 1 | 3 | 5;
  /** The carriers it is made of, MHz: the other of its own frequency, 2a − b, a + b − c, or 3a − 2b. */
  from: number[];
  words: string;
}

/** Kilohertz, in whole hertz: steps of 12.5 kHz and less stay what they are. */
const khz = (mhz: number) => Math.round(mhz * 1e6) / 1000;
/** In full, three places at least: 606.0125. */
const said = (k: number) => {
  const full = (Math.round(k * 1000) / 1e6).toFixed(6).replace(/0+$/, '');
  const [whole, places = ''] = full.split('.');
  return `${whole}.${places.padEnd(3, '0')}`;
};
const mhz = (k: number) => Math.round(k * 1000) / 1e6;
/** Room for what is lost in fractions, kHz. */
const HAIR_KHZ = 1e-6;

/**
 * Intermodulation products that fall within `guardKhz` of a channel of the set: third order 2a − b and a + b − c, fifth order 3a − 2b
 * when asked. A product is no clash on a carrier it is made of. Two carriers of one frequency clash by themselves. Source: third- and fifth-order terms of a weakly nonlinear
 * amplifier.
 */
export function radioClashes(frequenciesMhz: readonly number[], guardKhz: number, fifth = false): Clash[] {
  const f = frequenciesMhz.map(khz);
  const clashes: Clash[] = [];
  const test = (product: number, order: 3 | 5, parts: readonly number[], words: string) => {
    for (const [i, victim] of f.entries()) {
      if (parts.includes(i) || Math.abs(product - victim) > guardKhz + HAIR_KHZ) continue;
      clashes.push({
        victimMhz: mhz(victim),
        productMhz: mhz(product),
        order,
        from: parts.map((p) => mhz(f[p] as number)),
        words: `${words} = ${said(product)} MHz falls on ${said(victim)} MHz`,
      });
    }
  };
  for (const [i, victim] of f.entries()) {
    const first = f.indexOf(victim);
    if (first < i)
      clashes.push({
        ...{ victimMhz: mhz(victim), productMhz: mhz(victim), order: 1, from: [mhz(victim)] },
        words: `${said(victim)} MHz is there twice`,
      });
  }
  for (let a = 0; a < f.length; a += 1)
    for (let b = 0; b < f.length; b += 1) {
      if (a === b) continue;
      const [fa, fb] = [f[a] as number, f[b] as number];
      test(2 * fa - fb, 3, [a, b], `2 × ${said(fa)} − ${said(fb)}`);
      if (fifth) test(3 * fa - 2 * fb, 5, [a, b], `3 × ${said(fa)} − 2 × ${said(fb)}`);
      if (b < a) continue;
      for (let c = 0; c < f.length; c += 1)
        if (c !== a && c !== b) {
          const fc = f[c] as number;
          test(fa + fb - fc, 3, [a, b, c], `${said(fa)} + ${said(fb)} − ${said(fc)}`);
        }
    }
  return clashes;
}

/** Pairs of carriers nearer to each other than both can bear, MHz. */
export function radioTooNear(frequenciesMhz: readonly number[], spacingKhz: number): [number, number][] {
  const sorted = [...frequenciesMhz].sort((a, b) => a - b);
  return sorted.flatMap((f, i): [number, number][] => {
    const next = sorted[i + 1];
    return next !== undefined && khz(next) - khz(f) < spacingKhz - HAIR_KHZ ? [[f, next]] : [];
  });
}

export interface CleanSetWish {
  count: number;
  lowMhz: number;
  highMhz: number;
  stepKhz: number;
  /** Least distance of two carriers. */
  spacingKhz: number;
  guardKhz: number;
  /** Carriers that are there and stay, in or out of the range. */
  fixedMhz: readonly number[];
  seed: number;
  /** Tries at most; the answer is the same on any machine. */
  tries: number;
}

/**
 * Carriers in a range so that no third-order product of any two or three (the fixed ones counted) falls within the guard of one, or null when none was found
 * in the tries given. Fixed carriers that disturb each other leave no such set. First Sidon sets after Ruzsa (1993), whose sums are all different,
 * so that their products meet no carrier; then a seeded greedy search, which also goes round fixed carriers; then, where there is little to
 * choose from, every choice there is.
 */
export function cleanSet(w: CleanSetWish): number[] | null {
  if (radioClashes(w.fixedMhz, w.guardKhz).length > 0) return null;
  const random = seeded(w.seed);
  const free = w.fixedMhz.length === 0 ? fromSidon(w) : null;
  if (free) return free;
  const slots = Math.floor((khz(w.highMhz) - khz(w.lowMhz)) / w.stepKhz + 1e-9) + 1;
  if (slots < w.count || w.count < 1) return null;
  for (let attempt = 0; attempt < w.tries; attempt += 1) {
    const found = greedy(w, slots, random);
    if (found) return found.map(mhz).sort((a, b) => a - b);
  }
  return everyChoice(w, slots)?.map(mhz) ?? null;
}

/** So many products are looked at at most before it is given up: about a tenth of a second’s work. */
const MOST_PRODUCTS = 10_000_000;

/** The first clean set of all there are, upwards; null when there is none, or when there is too much to choose from. */
function everyChoice(w: CleanSetWish, slots: number): number[] | null {
  const low = khz(w.lowMhz);
  const set = w.fixedMhz.map(khz);
  const fixed = set.length;
  let products = 0;
  const from = (at: number): boolean => {
    if (set.length - fixed === w.count) return true;
    const left = w.count - (set.length - fixed);
    const apart = Math.max(1, Math.ceil((w.spacingKhz - HAIR_KHZ) / w.stepKhz));
    for (let i = at; i + (left - 1) * apart < slots; i += 1) {
      products += 1 + set.length ** 3;
      if (products > MOST_PRODUCTS) return false;
      const x = low + i * w.stepKhz;
      if (!goesWith(x, set, w)) continue;
      set.push(x);
      if (from(i + apart)) return true;
      set.pop();
    }
    return false;
  };
  return from(0) ? set.slice(fixed) : null;
}

/** Whether a carrier disturbs none of a clean set, nor any of it the carrier. */
function goesWith(x: number, set: readonly number[], { spacingKhz, guardKhz }: CleanSetWish): boolean {
  const hits = (product: number, victim: number) => Math.abs(product - victim) <= guardKhz + HAIR_KHZ;
  for (let i = 0; i < set.length; i += 1) {
    const a = set[i] as number;
    if (Math.abs(x - a) < spacingKhz - HAIR_KHZ) return false;
    for (let j = 0; j < set.length; j += 1) {
      if (i === j) continue;
      const b = set[j] as number;
      if (hits(2 * x - a, b) || hits(2 * a - x, b) || hits(2 * a - b, x)) return false;
      for (let k = 0; k < set.length; k += 1) {
        if (k === i || k === j) continue;
        const c = set[k] as number;
        if (hits(x + a - b, c) || (j > i && (hits(a + b - x, c) || hits(a + b - c, x)))) return false;
      }
    }
  }
  return true;
}

function greedy(w: CleanSetWish, slots: number, random: () => number): number[] | null {
  const low = khz(w.lowMhz);
  const taken = w.fixedMhz.map(khz);
  const banned = new Uint8Array(slots);
  const ban = (at: number, around: number) => {
    const from = Math.max(0, Math.ceil((at - around - low) / w.stepKhz));
    const to = Math.min(slots - 1, Math.floor((at + around - low) / w.stepKhz));
    for (let i = from; i <= to; i += 1) banned[i] = 1;
  };
  /** Bans what a new carrier makes impossible together with those there are. */
  const add = (x: number) => {
    ban(x, w.spacingKhz - 1);
    for (const a of taken) {
      ban(2 * x - a, w.guardKhz);
      ban(2 * a - x, w.guardKhz);
      // Half way between two, a carrier’s double less one falls on the other.
      ban((x + a) / 2, w.guardKhz / 2);
      for (const b of taken) {
        if (b === a) continue;
        ban(x + a - b, w.guardKhz);
        if (b > a) ban(a + b - x, w.guardKhz);
      }
    }
    taken.push(x);
  };
  const fixed = taken.splice(0);
  fixed.forEach(add);
  const out: number[] = [];
  // A walk upwards with small leaps packs tighter than places taken at random.
  let at = Math.floor(random() * Math.max(1, slots / (4 * w.count)));
  while (out.length < w.count) {
    while (at < slots && banned[at]) at += 1;
    if (at >= slots) return null;
    const x = low + at * w.stepKhz;
    add(x);
    out.push(x);
    at += 1 + Math.floor(random() * 3);
  }
  return out;
}

const isPrime = (n: number): boolean => {
  for (let i = 2; i * i <= n; i += 1) if (n % i === 0) return false;
  return n > 1;
};
const powerMod = (base: number, exponent: number, modulus: number): number => {
  let [result, b, e] = [1, base % modulus, exponent];
  while (e > 0) {
    if (e & 1) result = (result * b) % modulus;
    b = (b * b) % modulus;
    e >>= 1;
  }
  return result;
};
function primitiveRoot(p: number): number {
  for (let g = 2; g < p; g += 1) {
    let order = 1;
    for (let x = g; x !== 1; x = (x * g) % p) order += 1;
    if (order === p - 1) return g;
  }
  return 1;
}
const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** Ruzsa’s set for a prime p: p − 1 numbers modulo p(p − 1), all sums of two different. */
function ruzsa(p: number): { set: number[]; modulus: number } {
  const modulus = p * (p - 1);
  const g = primitiveRoot(p);
  return {
    modulus,
    set: Array.from({ length: p - 1 }, (_, i) => (p * (i + 1) + (p - 1) * powerMod(g, i + 1, p)) % modulus),
  };
}

/** The shortest stretch of `count` marks out of Ruzsa’s sets, turned and multiplied, that fits the range with its spacing; null when none does. */
function fromSidon(w: CleanSetWish): number[] | null {
  // Sums of the marks differ by one unit at least, so a unit over the guard keeps every product off.
  const unit = (Math.floor(w.guardKhz / w.stepKhz) + 1) * w.stepKhz;
  const room = Math.floor((khz(w.highMhz) - khz(w.lowMhz)) / unit);
  const apart = Math.ceil(w.spacingKhz / unit);
  for (let p = Math.max(3, w.count + 1), primes = 0; primes < 3; p += 1) {
    if (!isPrime(p)) continue;
    primes += 1;
    const { set, modulus } = ruzsa(p);
    for (let m = 1; m < modulus; m += 1) {
      if (gcd(m, modulus) !== 1) continue;
      const marks = set.map((x) => (x * m) % modulus).sort((a, b) => a - b);
      for (let start = 0; start < marks.length; start += 1) {
        const first = marks[start] as number;
        const stretch = Array.from({ length: w.count }, (_, i) => {
          const at = marks[(start + i) % marks.length] as number;
          return (at - first + modulus) % modulus;
        });
        const last = stretch[w.count - 1] as number;
        if (last > room) continue;
        if (stretch.some((x, i) => i > 0 && x - (stretch[i - 1] as number) < apart)) continue;
        return stretch.map((x) => mhz(khz(w.lowMhz) + x * unit));
      }
    }
  }
  return null;
}
