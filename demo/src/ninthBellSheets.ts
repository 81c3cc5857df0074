import { RISK_DEFAULTS } from '@kavrell/core/risks';
import type { DemoPlan, MakeRow } from './plan.ts';
import { at } from './plan.ts';

/** What the call sheet and the risks of the Ninth Bell lean on: ways there, radio lines, mail, what is hired, a risk of one’s own, a rehearsal. */
export function ninthBellSheets(row: MakeRow, plan: DemoPlan): DemoPlan {
  const [thursday] = plan.days;
  const who = (shortName: string) => plan.people.find((p) => p.shortName === shortName)?.id ?? null;
  const shot = (code: string) => plan.shots.find((s) => s.code === code)?.id ?? null;
  const comms: Readonly<Record<string, string>> = {
    Oda: '1',
    Mirko: '1',
    Jonna: '2',
    Piet: '1 and 3',
    Amaru: '1',
    Sunniva: '2',
  };
  const permits: Readonly<Record<string, string>> = {
    Sunniva: 'may drive the van, licence until 2031',
    Jonna: 'ladders, low voltage',
  };
  const directions: Readonly<Record<string, string>> = {
    'Pour floor': 'Second gate on Foundry Slip; ring the yard bell, the foreman opens.',
    'Sea-mark tower': 'Along the harbour wall to the causeway; the van stays at its head.',
  };
  return {
    ...plan,
    people: plan.people.map((p) => ({
      ...p,
      comms: comms[p.shortName] ?? '',
      permits: permits[p.shortName] ?? p.permits,
      email: p.kind === 'crew' ? `${p.shortName.toLowerCase()}@ninth-bell.example` : '',
      sees: p.shortName === 'Amaru' ? 'phones' : p.shortName === 'Sunniva' ? 'all' : 'own',
    })),
    places: plan.places.map((p) => ({ ...p, directions: directions[p.name] ?? '' })),
    rentals: [
      row({
        name: 'Two 600 W lamps and tubes',
        supplier: 'Quay Light Hire',
        fromDate: '2027-03-17',
        toDate: '2027-03-20',
        costMinor: 64_000,
        cancelMinor: 32_000,
        freeUntil: '2027-03-11',
        dayId: null,
        position: 1,
      }),
      row({
        name: 'Van',
        supplier: 'Ellery Vans',
        fromDate: '2027-03-18',
        toDate: '2027-03-19',
        costMinor: 18_000,
        cancelMinor: 0,
        freeUntil: '2027-03-17',
        dayId: null,
        position: 2,
      }),
    ],
    risks: [
      row({
        ...RISK_DEFAULTS,
        dayId: thursday?.id ?? null,
        title: 'The causeway closes before the van is back',
        why: 'The tide closes it at 18:45; the last shot at the tower is to end at 18:18.',
        likelihood: 2,
        harm: 3,
        trigger: { kind: 'time' as const, atMin: at(18, 15) },
        remedies: [
          { words: 'Cases down the stairs while 9E is taken', chosen: true },
          { words: 'Leave 9E', chosen: false },
          { words: 'Everybody off the causeway by 18:30, kit stays in the tower', chosen: false },
        ],
        ownerId: who('Sunniva'),
        decidedBy: 'Oda, on the scout',
        state: 'decided' as const,
        position: 1,
      }),
    ],
    rehearsalNotes: [
      row({
        dayId: thursday?.id ?? null,
        shotId: shot('7B'),
        words: 'Camera D sees itself in the office front',
        defect: true,
        decision: '' as const,
        ownerId: who('Mirko'),
        evidence: '',
        atMs: Date.UTC(2027, 2, 17, 15, 20),
        position: 1,
      }),
    ],
  };
}
