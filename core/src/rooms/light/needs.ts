import type { Room } from '../places/index.ts';
import { cablePath, nextCable } from './cables.ts';
import { entryOf, type Catalogue } from './library.ts';
import { isRaised, type LightPlan } from './plan.ts';
import { SANDBAG_KG } from './standing.ts';

/** One line of what must be there: how many, of what, in which group. */
export interface Need {
  group: 'Lamps' | 'On lamps' | 'Gels' | 'Cloth and boards' | 'Stands' | 'Ballast' | 'Cable' | 'Batteries' | 'Circuits';
  key: string;
  name: string;
  count: number;
}

const GROUPS: readonly Need['group'][] = [
  'Lamps',
  'On lamps',
  'Gels',
  'Cloth and boards',
  'Stands',
  'Ballast',
  'Cable',
  'Batteries',
  'Circuits',
];

/** What one setup needs, counted. */
export function setupNeeds(plan: LightPlan, room: Room | null, catalogue: Catalogue): Need[] {
  const needs = new Map<string, Need>();
  const need = (group: Need['group'], key: string, name: string, count = 1) => {
    const entry = needs.get(`${group}/${key}`) ?? { group, key, name, count: 0 };
    entry.count += count;
    needs.set(`${group}/${key}`, entry);
  };
  const named = (key: string) => catalogue.get(key)?.name ?? key;
  const circuits = new Set<string>();
  let ballastKg = 0;
  for (const item of plan.items) {
    if (!isRaised(item)) continue;
    if (item.standKey) need('Stands', item.standKey, named(item.standKey));
    ballastKg += item.ballastKg;
    if (item.kind !== 'source') {
      const cloth =
        item.kind === 'flag' ? 'black flag' : `${named(item.clothKey)}${item.kind === 'frame' ? ' in a frame' : ''}`;
      const size = `${item.widthM}\u00a0×\u00a0${item.heightM}\u00a0m`;
      need('Cloth and boards', `${cloth} ${size}`, `${cloth}, ${size}`);
      continue;
    }
    need('Lamps', item.fixtureKey, named(item.fixtureKey));
    for (const key of item.modifierKeys) need('On lamps', key, named(key));
    for (const key of item.gelKeys) need('Gels', key, named(key));
    const fixture = entryOf(catalogue, item.fixtureKey, 'fixture')?.data;
    if (item.battery)
      need(
        'Batteries',
        item.fixtureKey,
        `charged packs for ${named(item.fixtureKey)}`,
        fixture && fixture.batteryWh > 0 ? 1 : 2,
      );
    else if (fixture && fixture.watts > 0) {
      if (item.circuitId) circuits.add(item.circuitId);
      const path = room ? cablePath(item, room) : null;
      const metres = item.cableM ?? (path ? nextCable(path.lengthM) : null);
      if (metres !== null) need('Cable', String(metres), `cable of ${metres}\u00a0m`);
    }
  }
  if (ballastKg > 0) need('Ballast', 'bags', `sandbags of ${SANDBAG_KG}\u00a0kg`, Math.ceil(ballastKg / SANDBAG_KG));
  if (circuits.size > 0) need('Circuits', 'circuits', 'circuits', circuits.size);
  return sorted([...needs.values()]);
}

const sorted = (needs: Need[]) =>
  needs.sort((a, b) => GROUPS.indexOf(a.group) - GROUPS.indexOf(b.group) || (a.name < b.name ? -1 : 1));

/** What a day needs: of each thing the most that any one of its setups asks for, since they stand one after the other. */
export function dayNeeds(setups: readonly Need[][]): Need[] {
  const most = new Map<string, Need>();
  for (const needs of setups)
    for (const n of needs) {
      const known = most.get(`${n.group}/${n.key}`);
      if (!known || known.count < n.count) most.set(`${n.group}/${n.key}`, n);
    }
  return sorted([...most.values()].map((n) => ({ ...n })));
}
