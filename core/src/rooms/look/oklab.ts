import { converter, formatHex, toGamut } from 'culori/fn';
import { modeLrgb, modeOklab, modeOklch, modeRgb, useMode } from 'culori/fn';

useMode(modeRgb);
useMode(modeLrgb);
useMode(modeOklab);
useMode(modeOklch);

export interface Oklab {
  l: number;
  a: number;
  b: number;
}
export interface Oklch {
  l: number;
  c: number;
  /** Degrees, 0–360; 0 for greys. */
  h: number;
}

const asLab = converter('oklab');
const asLch = converter('oklch');
const clip = toGamut('rgb', 'oklch');

/** `#rrggbb` in OKLab (Ottosson 2020): lightness 0–1, a and b about −0.4 to 0.4. */
export function oklabOf(hex: string): Oklab {
  const { l, a, b } = asLab(hex) ?? { l: 0, a: 0, b: 0 };
  return { l, a, b };
}
export function oklchOf(hex: string): Oklch {
  const { l, c, h = 0 } = asLch(hex) ?? { l: 0, c: 0, h: 0 };
  return { l, c, h };
}
export const hexOfLab = ({ l, a, b }: Oklab): string => formatHex(clip({ mode: 'oklab', l, a, b }));
export const hexOfLch = ({ l, c, h }: Oklch): string => formatHex(clip({ mode: 'oklch', l, c, h }));

/** ΔE OK: the straight distance in OKLab, times 100. About 2 is just seen side by side. */
export function deltaEOk(one: Oklab, other: Oklab): number {
  return Math.hypot(one.l - other.l, one.a - other.a, one.b - other.b) * 100;
}

/** sRGB bytes (`r, g, b, a, …`) to OKLab triples, see-through pixels left out; the hand-written sum, for millions of pixels. */
export function oklabOfPixels(rgba: Uint8ClampedArray): Float32Array {
  const out = new Float32Array((rgba.length / 4) * 3);
  let n = 0;
  for (let i = 0; i < rgba.length; i += 4) {
    if ((rgba[i + 3] ?? 0) < 128) continue;
    const r = LINEAR[rgba[i] ?? 0] as number;
    const g = LINEAR[rgba[i + 1] ?? 0] as number;
    const b = LINEAR[rgba[i + 2] ?? 0] as number;
    const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
    const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
    const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
    out[n] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
    out[n + 1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
    out[n + 2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
    n += 3;
  }
  return out.subarray(0, n);
}

const LINEAR = Float64Array.from({ length: 256 }, (_, v) => {
  const c = v / 255;
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
});
