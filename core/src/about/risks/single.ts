import { isOnce } from '../../plan/day/index.ts';
import { codeOf, type FoundRisk, type ScanSources } from './found.ts';

/** Somebody who has as many cameras alone is a single point. */
const MOST_CAMERAS = 2;

/** Things, people and places that everything hangs on once. */
export function singlePoints(s: ScanSources): FoundRisk[] {
  const found: FoundRisk[] = [];
  const rows = s.plans.flatMap((p) => p.rows);
  const once = rows.filter(isOnce);
  const add = (f: Omit<FoundRisk, 'dayId' | 'trigger'>) => found.push({ ...f, dayId: null, trigger: null });
  // One recorder for every sound of what happens once.
  const routes = s.soundRoutes.filter((r) => r.duty !== 'scratch');
  const recorders = new Set(routes.map((r) => r.boxId));
  if (once.length > 0 && s.soundSources.length > 0 && recorders.size === 1)
    add({
      key: 'single:recorder',
      title: 'One recorder has every sound',
      why: `All sound lines go into one box; ${once.map(codeOf).join(', ')} can’t be repeated.`,
      likelihood: 2,
      harm: 3,
      remedies: [
        'A second recorder, or a camera that records the boom too',
        'Fresh batteries and a new card just before',
        'Somebody listens from the recorder, not from the mixer',
      ],
    });
  // One operator for most of what is filmed.
  const byOperator = new Map<string, Set<string>>();
  for (const c of s.cameras)
    if (c.operatorId) byOperator.set(c.operatorId, (byOperator.get(c.operatorId) ?? new Set()).add(c.letter));
  for (const [personId, letters] of byOperator) {
    const name = s.people.find((p) => p.id === personId)?.shortName ?? 'somebody';
    if (letters.size >= MOST_CAMERAS)
      add({
        key: `single:operator:${personId}`,
        title: `${name} alone has cameras ${[...letters].sort().join(', ')}`,
        why: 'If they fall out, or are held up, those cameras stand.',
        likelihood: 1,
        harm: 3,
        remedies: [
          'Somebody else knows each of the cameras: ten minutes before the day',
          'Lock the widest off so that it runs by itself',
          'The shot list is with two people',
        ],
      });
  }
  if (byOperator.size === 1 && once.length > 0) {
    const [only] = byOperator.keys();
    const name = s.people.find((p) => p.id === only)?.shortName ?? 'somebody';
    add({
      key: 'single:only-operator',
      title: `${name} is the only operator`,
      why: `${once.map(codeOf).slice(0, 4).join(', ')} can’t be repeated.`,
      likelihood: 1,
      harm: 3,
      remedies: ['Somebody on call who could take over', 'A fixed wide that runs from before to after'],
    });
  }
  for (const [name, codes] of s.adapters)
    if (codes.length > 0)
      add({
        key: `single:adapter:${name}`,
        title: `One adapter ${name} for ${codes.length === 1 ? codes[0] : `${codes.length} shots`}`,
        why: `Without it no lens goes on: ${[...new Set(codes)].slice(0, 6).join(', ')}.`,
        likelihood: 1,
        harm: 2,
        remedies: [
          'A second adapter in another bag',
          'A lens of the camera’s own mount for the musts',
          'It is the first thing checked out and back',
        ],
      });
  // One driver.
  const drivers = s.people.filter((p) => p.kind === 'crew' && /driv|licen[cs]e/i.test(p.permits));
  const places = new Set(rows.map((r) => r.placeId));
  if (places.size > 1 && drivers.length === 1)
    add({
      key: `single:driver:${drivers[0]?.id ?? ''}`,
      title: `${drivers[0]?.shortName ?? 'One'} is the only driver`,
      why: 'Everything that moves between the places is in one car, with one person who may drive it.',
      likelihood: 2,
      harm: 3,
      remedies: [
        'A second person who may drive it, and the second key',
        'What the next place can’t do without goes in another car',
        'A taxi number on the sheet',
      ],
    });
  // One circuit for all light of a setup.
  for (const setup of s.setups) {
    const circuits = new Set(
      setup.plan.items.flatMap((i) => (i.kind === 'source' && i.circuitId ? [i.circuitId] : [])),
    );
    const lamps = setup.plan.items.filter((i) => i.kind === 'source' && i.circuitId).length;
    const [only] = circuits;
    if (circuits.size === 1 && lamps > 1 && once.some((r) => r.setup?.id === setup.id))
      add({
        key: `single:circuit:${setup.id}`,
        title: `${setup.code} hangs on one circuit`,
        why: `${lamps} lamps on ${s.circuits.find((c) => c.id === only)?.name ?? 'one breaker'}: if it goes, all light of what can’t be repeated goes.`,
        likelihood: 2,
        harm: 3,
        remedies: [
          'One lamp on another circuit or a battery',
          'Somebody at the board who knows which breaker',
          'The exposure that still works with the lamps out, noted',
        ],
      });
  }
  return found;
}
