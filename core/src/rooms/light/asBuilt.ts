import { distance } from '../../base/geometry/index.ts';
import type { Catalogue } from './library.ts';
import { faceOf } from './feasible.ts';
import type { LightPlan } from './plan.ts';
import { placeOf } from './space.ts';

const percent = (share: number): string => `${Math.round(share * 100)}\u00a0%`;
const metres = (m: number): string => `${m.toFixed(1)}\u00a0m`;

/** What stands alight in a setup, a line each, as somebody needs it to build it again: role, lamp, what is on it, level, distance to the face, height. */
export function asBuilt(plan: LightPlan, catalogue: Catalogue): string[] {
  const face = faceOf(plan);
  const named = (key: string) => catalogue.get(key)?.name ?? key;
  return plan.items.flatMap((item) => {
    if (item.kind !== 'source' || !item.on) return [];
    const on = [...item.modifierKeys, ...item.gelKeys].map(named).join(', ');
    return [
      [
        `${item.role}: ${named(item.fixtureKey)}${on ? ` with ${on}` : ''}`,
        `at ${percent(item.level)}`,
        face ? `${metres(distance(placeOf(item), placeOf(face)))} from the face` : '',
        `${metres(item.zM)} high`,
      ]
        .filter(Boolean)
        .join(', '),
    ];
  });
}
