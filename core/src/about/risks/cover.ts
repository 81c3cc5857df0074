import { lossWords, type Failures } from '../holds/index.ts';
import type { FoundRisk } from './found.ts';

/** Kinds that have rules of their own, worded for them: one operator, one recorder. */
const ELSEWHERE = ['person:', 'box:', 'microphone:'];
const MOST = 6;

/** Single things that would lose a moment that must be had, or its clean sound, as the screen Cover finds them. */
export function coverRisks({ single }: Failures): FoundRisk[] {
  return single
    .filter((f) => f.losses.some((l) => l.moment.must && (l.want === 'any' || l.want === 'sound')))
    .filter((f) => !f.things.flat().some((id) => ELSEWHERE.some((kind) => id.startsWith(kind))))
    .slice(0, MOST)
    .map((f) => {
      const losses = f.losses.filter((l) => l.moment.must && (l.want === 'any' || l.want === 'sound'));
      return {
        ...{ key: `cover:${f.key}`, dayId: null, title: `${f.name} alone`, why: `Loses ${lossWords(losses)}.` },
        ...{ likelihood: 1 as const, harm: 3 as const, trigger: null },
        remedies: [
          'What Cover offers beside it: another camera or box that leans on none of it',
          'A spare at hand, and who changes it',
          'Decide aloud to do without',
        ],
      };
    });
}
