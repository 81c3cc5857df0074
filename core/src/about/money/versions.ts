import { formatCount, formatMinutes, formatMoney } from '../../base/units/index.ts';
import { SECTIONS, SCHOOL_WORDS, type Estimate, type Section } from '../../rooms/money/index.ts';
import type { EstimateOfJob } from './estimate.ts';

/** A version with what came out of it. */
export interface Reckoned {
  version: Estimate;
  result: EstimateOfJob;
}
/** Two versions side by side. */
export interface VersionDifference {
  /** Of the net sums, second less first. */
  netMinor: number;
  leavesMinor: number;
  /** Parts that differ, as they stand. */
  sections: { section: Section; firstMinor: number; secondMinor: number }[];
  /** What makes the difference, line by line, the largest first; what is worked out from the plan says how. */
  words: string[];
}

const workers = (r: EstimateOfJob) => r.figures.people.filter((p) => p.kind === 'crew' || p.kind === 'talent');

/** A version in a few words: `2 days, alone, 21 h of work`. */
export function versionSaid({ version, result }: Reckoned): string {
  const crew = workers(result).filter((p) => p.kind === 'crew');
  const talent = workers(result).length - crew.length;
  const who = [
    crew.length === 1 && crew[0]?.id === version.selfId ? 'alone' : formatCount(crew.length, 'person', 'people'),
    ...(talent > 0 ? [`${talent} in front of the camera`] : []),
  ].join(' and ');
  const minutes = workers(result).reduce((sum, p) => sum + p.days.reduce((s, d) => s + d.workedMin, 0), 0);
  return `${formatCount(result.figures.days.length, 'day')}, ${who}, ${formatMinutes(minutes)} of work`;
}

const sumOf = (r: EstimateOfJob, section: Section): number =>
  r.lines.filter((l) => l.section === section).reduce((sum, l) => sum + (l.netMinor ?? 0), 0);

/** What is different between two versions, in sums and in words. */
export function versionDifference(first: Reckoned, second: Reckoned, currency: string): VersionDifference {
  const money = (minor: number) => formatMoney(minor, currency);
  const more = (minor: number) => (minor > 0 ? `${money(minor)} more` : `${money(-minor)} less`);
  const sections = SECTIONS.map((section) => ({
    section,
    firstMinor: sumOf(first.result, section),
    secondMinor: sumOf(second.result, section),
  })).filter((s) => s.firstMinor !== s.secondMinor);
  const keys = [...new Set([...first.result.lines, ...second.result.lines].map((l) => l.key))];
  const lines = keys
    .map((key) => {
      const [a, b] = [first, second].map((v) => v.result.lines.find((l) => l.key === key));
      const by = (b?.netMinor ?? 0) - (a?.netMinor ?? 0);
      const name = (b ?? a)!.words;
      const unpriced = [a, b].filter((l) => l?.netMinor === null).length > 0;
      if (!b) return { by, words: `Without ${name}: ${unpriced ? 'it had no price' : more(by)}.` };
      if (!a) return { by, words: `With ${name}: ${unpriced ? 'it has no price' : more(by)}.` };
      const counts = a.quantity !== b.quantity ? `${a.quantity} to ${b.quantity} ${b.unit}, ` : '';
      return { by, words: `${name}: ${counts}${more(by)}.` };
    })
    .filter((l) => l.by !== 0 || l.words.startsWith('With'))
    .sort((a, b) => Math.abs(b.by) - Math.abs(a.by));
  const on: [string, number, number][] = [
    ['Contingency', first.result.contingencyMinor, second.result.contingencyMinor],
    ['Margin', first.result.total.marginMinor, second.result.total.marginMinor],
    ['Agency or platform', first.result.commissionMinor, second.result.commissionMinor],
  ];
  const schools =
    first.version.school === second.version.school
      ? []
      : [`Priced by ${SCHOOL_WORDS[second.version.school]}, not by ${SCHOOL_WORDS[first.version.school]}.`];
  return {
    netMinor: second.result.total.netMinor - first.result.total.netMinor,
    leavesMinor: second.result.leavesMinor - first.result.leavesMinor,
    sections,
    words: [
      ...schools,
      ...lines.map((l) => l.words),
      ...on.filter(([, a, b]) => a !== b).map(([name, a, b]) => `${name}: ${more(b - a)}.`),
    ],
  };
}
