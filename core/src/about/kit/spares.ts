import { lossWords, type Failures } from '../holds/index.ts';
import type { KitMatch } from './lines.ts';

/** A spare that is worth taking, or one too many. */
export interface SpareAdvice {
  key: string;
  /** `few`: what fails loses something that must be had; `many`: more is taken than twice what is needed. */
  kind: 'few' | 'many';
  what: string;
  why: string;
}
/** What of each kind of thing a spare is; what has none is mended otherwise (another camera, another person). */
const SPARE_OF: Readonly<Record<string, string>> = {
  card: 'a spare card',
  pack: 'a spare pack',
  microphone: 'a second microphone',
  box: 'a second recorder',
  link: 'a second radio',
  body: 'a second body',
};
const MOST = 8;

/**
 * Spares by what would be lost without one, and what is taken in plenty. `fails` are what Cover found for the day, `leftOut` how many pieces are not in the van:
 * with all of them in, plenty is nobody’s trouble.
 */
export function spareAdvice(fails: Failures, matches: readonly KitMatch[], leftOut: number): SpareAdvice[] {
  const few = fails.single.flatMap((f): SpareAdvice[] => {
    const must = f.losses.filter((l) => l.moment.must);
    if (must.length === 0) return [];
    const kinds = [...new Set(f.things.flat().map((id) => id.split(':')[0] as string))];
    const spare = kinds.map((k) => SPARE_OF[k]).filter((s) => s !== undefined);
    if (spare.length === 0) return [];
    return [
      {
        ...{ key: `few:${f.key}`, kind: 'few' },
        what: `${spare.join(', ')} for ${f.name}`,
        why: `Alone it loses ${lossWords(must)}.`,
      },
    ];
  });
  const many = matches.flatMap((m): SpareAdvice[] => {
    const { need, have } = m;
    if (leftOut === 0 || need.unit !== '' || have < 2 * need.count + 1 || have - need.count < 2) return [];
    return [
      {
        ...{ key: `many:${need.key}`, kind: 'many' },
        what: `${have} of ${need.what}`,
        why: `${need.count} are needed, and ${leftOut} pieces are not in the van.`,
      },
    ];
  });
  return [...few.slice(0, MOST), ...many];
}
