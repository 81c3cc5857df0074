import { airFindings } from './air.ts';
import { electricFindings } from './electricChecks.ts';
import { sightFindings } from './sight.ts';
import { standingFindings } from './standingChecks.ts';
import { lampOf } from './lamp.ts';
import { isRaised } from './plan.ts';
import { raisedBody } from './standing.ts';
import { findAll, worstFirst, type Rule } from '../../base/findings/index.ts';
import type { LightFinding, Surroundings } from './finding.ts';

const RULES: readonly Rule<Surroundings, LightFinding>[] = [
  standingFindings,
  electricFindings,
  airFindings,
  sightFindings,
];

/** Everything found on a plan, the worst first. */
export const checkPlan = (s: Surroundings): LightFinding[] => worstFirst(findAll(RULES, s));

/** Findings that somebody must do something about. */
export const open = (findings: readonly LightFinding[]): LightFinding[] => findings.filter((f) => f.level !== 'note');

/** The usual short cautions for what a plan holds. */
export function planCautions(s: Surroundings): string[] {
  const cautions: string[] = [];
  const raised = s.plan.items.filter(isRaised);
  if (raised.some((i) => i.standKey !== null && i.zM > 1))
    cautions.push('Stands and frames: ballast on every raised one, a fall zone kept free.');
  if (raised.some((i) => i.zM > 2.4))
    cautions.push('Above head height: secured with a safety, reached from a ladder that somebody holds.');
  if (raised.some((i) => raisedBody(i, s).massKg > 15)) cautions.push('Over 15\u00a0kg: two people lift.');
  if (s.plan.items.some((i) => i.kind === 'source' && i.on && !i.battery))
    cautions.push('Mains: whole cables, reels unrolled, nothing wet; no way round a fuse or a protection.');
  const lamps = s.plan.items.flatMap((i) =>
    i.kind === 'source' && i.on ? (lampOf(i, s.catalogue)?.fixture ?? []) : [],
  );
  if (lamps.some((f) => f.hot && f.watts > 0))
    cautions.push('Hot lamps: gloves, a metre from cloth, cooled before they are packed.');
  if (lamps.some((f) => f.hot && f.watts === 0))
    cautions.push('Flames: with the venue’s word, watched by somebody, an extinguisher in reach.');
  if (s.plan.items.some((i) => i.kind === 'source' && i.battery))
    cautions.push('Lithium packs: charged while somebody is there, damaged ones out of use.');
  if (s.circuits.some((c) => c.kind === 'generator'))
    cautions.push(
      'Generators stand outdoors, away from doors: their exhaust kills. Earthed as the maker says; filled when off and cool.',
    );
  if (s.plan.haze !== 'none') cautions.push('Haze: breathing and alarms; everybody is told before.');
  if (cautions.length > 0) cautions.push('Local codes, the venue’s rules and licensed or competent people decide.');
  return cautions;
}
