import type { Signature } from './consent.ts';
import { PERSON_DEFAULTS, type personFields } from './model.ts';
import { shortNameFor } from './names.ts';
import type { z } from 'zod';

/** Width of the field that is signed in, over its height. */
export const SIGNATURE_ASPECT = 3;
/** Points nearer to each other than this share of the field are one. */
const LEAST_STEP = 0.004;
const [MOST_POINTS, MOST_STROKES] = [1000, 80];
const held = (n: number) => Number(Math.min(1.1, Math.max(-0.1, n)).toFixed(4));

/** Strokes of x, y, x, y … with the points that nobody sees left out, so that a signature is small to store. */
export function thinned(strokes: readonly (readonly number[])[]): Signature {
  return strokes
    .filter((s) => s.length >= 2)
    .slice(0, MOST_STROKES)
    .map((stroke) => {
      const kept: number[] = [];
      for (let i = 0; i + 1 < stroke.length && kept.length < MOST_POINTS * 2; i += 2) {
        const [x, y] = [held(stroke[i] as number), held(stroke[i + 1] as number)];
        const [lastX, lastY] = kept.slice(-2);
        const last = i + 3 >= stroke.length;
        if (last || lastX === undefined || Math.hypot(x - lastX, y - (lastY ?? 0)) >= LEAST_STEP) kept.push(x, y);
      }
      return kept;
    });
}

/** The signature as an SVG path in a field of 300 × 100; a dot is a short line. */
export function signaturePath(signature: Signature): string {
  return signature
    .map((stroke) => {
      const points: string[] = [];
      for (let i = 0; i + 1 < stroke.length; i += 2)
        points.push(
          `${((stroke[i] as number) * 100 * SIGNATURE_ASPECT).toFixed(1)} ${((stroke[i + 1] as number) * 100).toFixed(1)}`,
        );
      return points.length === 1 ? `M${points[0]}l0.5 0.5` : `M${points.join('L')}`;
    })
    .join('');
}

/** People in the picture out of pasted names, one a line: those that are here, or stand twice, left out. A number under 18 in brackets, or “minor”, says that somebody is. */
export function guestsFrom(
  text: string,
  people: readonly { name: string; shortName: string }[],
): z.infer<typeof personFields>[] {
  const known = new Set(people.map((p) => p.name.toLowerCase()));
  const shorts = new Set(people.map((p) => p.shortName.toLowerCase()));
  return text.split(/\r?\n/).flatMap((raw) => {
    const line = raw.replace(/^[\s\d.)•*–-]+/, '').trim();
    const age = /\((\d{1,3})\)|,\s*(\d{1,3})\s*$/.exec(line);
    const minor = /\b(minor|under 18)\b/i.test(line) || (age !== null && Number(age[1] ?? age[2]) < 18);
    const name = line
      .replace(/\s*\(.*?\)\s*|,\s*\d{1,3}\s*$|[,;]?\s*\b(minor|under 18)\b/gi, ' ')
      .split(/[\t;]/)[0]!
      .trim()
      .slice(0, 80);
    if (name === '' || known.has(name.toLowerCase())) return [];
    known.add(name.toLowerCase());
    const shortName = shortNameFor(name, shorts);
    shorts.add(shortName.toLowerCase());
    return [{ ...PERSON_DEFAULTS, name, shortName, minor, kind: 'guest' as const }];
  });
}
