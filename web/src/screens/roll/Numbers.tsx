import { useMemo } from 'react';
import { dayNumbers, type Counted } from '@kavrell/core/onset';
import { formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { Facts, Part } from '../../ui/parts.tsx';

const of = ({ had, planned }: Counted): string => `${had} of ${planned}`;
const EIGHTHS = 8;
/** Pages as people write them: 2 3/8. */
export function pages(eighths: number): string {
  const [whole, rest] = [Math.floor(eighths / EIGHTHS), eighths % EIGHTHS];
  return [whole > 0 || rest === 0 ? String(whole) : '', rest > 0 ? `${rest}/8` : ''].filter(Boolean).join('\u00a0');
}

/** Shots, setups, takes and pages against the plan, and what was shot for what is wanted. */
export function Numbers() {
  const { rows, facts } = useProduction();
  const n = useMemo(
    () => (facts ? dayNumbers(facts.plan, facts.takes, facts.states, rows.scenes, rows.deliverables) : null),
    [facts, rows.scenes, rows.deliverables],
  );
  if (!n) return null;
  const lines: (readonly [string, string, string?])[] = [['Shots', of(n.shots)]];
  if (n.setups.planned > 0) lines.push(['Setups begun', of(n.setups)]);
  lines.push(['Takes', of(n.takes)]);
  if (n.eighths.planned > 0) lines.push(['Pages', `${pages(n.eighths.had)} of ${pages(n.eighths.planned)}`]);
  lines.push(['Shot, all cameras', formatMinutes(Math.round(n.shotMin))]);
  if (n.deliveredMin !== null && n.ratio !== null)
    lines.push([
      'Shot to delivered',
      `${n.ratio.toFixed(1)} : 1`,
      `${formatMinutes(Math.round(n.deliveredMin))} are to be delivered`,
    ]);
  return (
    <Part title="The day in numbers">
      <Facts rows={lines} />
    </Part>
  );
}
