import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  MISSING_KINDS,
  missingByHarm,
  stillOpen,
  withoutCleanSound,
  type MissingFact,
  type OpenSources,
} from './index.ts';

const fact = (kind: MissingFact['kind'], values: Partial<MissingFact> = {}): MissingFact => ({
  ...{ kind, id: `${kind}`, name: kind, who: '', by: null },
  ...values,
});

describe('what is missing, by harm', () => {
  it('has what can never be had again before what somebody can still do', () => {
    const groups = missingByHarm(
      [...MISSING_KINDS].reverse().map((k) => fact(k)),
      '2027-01-01',
    );
    expect(groups.map((g) => g.kind)).toEqual([...MISSING_KINDS]);
    expect(MISSING_KINDS.indexOf('onlyCard')).toBe(0);
    expect(MISSING_KINDS.indexOf('must')).toBeLessThan(MISSING_KINDS.indexOf('hours'));
  });
  it('within a kind what is due first stands first; what is due today is not overdue', () => {
    const [group] = missingByHarm(
      [
        fact('signOff', { id: 'never', name: 'C', who: 'Dov' }),
        fact('signOff', { id: 'today', name: 'B', by: '2027-03-02', who: 'Dov' }),
        fact('signOff', { id: 'late', name: 'A', by: '2027-03-01', who: 'Ilse' }),
      ],
      '2027-03-02',
    );
    expect(group).toMatchObject({ names: ['A', 'B', 'C'], who: ['Ilse', 'Dov'], by: '2027-03-01', overdue: 1 });
  });
  it('drops nothing and doubles nothing, whatever comes', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            kind: fc.constantFrom(...MISSING_KINDS),
            by: fc.option(fc.constantFrom('2027-01-01', '2027-02-01')),
          }),
        ),
        (list) => {
          const facts = list.map((f, i) => fact(f.kind, { id: String(i), by: f.by }));
          const groups = missingByHarm(facts, '2027-01-15');
          const ids = groups.flatMap((g) => g.facts.map((f) => f.id));
          expect([...ids].sort()).toEqual(facts.map((f) => f.id).sort());
          for (const g of groups) {
            const dates = g.facts.map((f) => f.by ?? '9999');
            expect(dates).toEqual([...dates].sort());
          }
        },
      ),
    ));
});

describe('clean sound', () => {
  const base = {
    scenes: [{ id: 's', title: 'The pour', number: '4' }],
    shots: [{ id: 'x', sceneId: 's' }],
    soundSources: [{ id: 'boom', sceneIds: [] as string[] }],
    soundRoutes: [{ sourceId: 'boom', boxId: 'recorder', duty: 'main' as const }],
    soundBoxes: [
      { id: 'recorder', cameraId: null },
      { id: 'inA', cameraId: 'camA' },
    ],
    findings: [] as { clipId: string; kind: 'silent' | 'black' }[],
    matches: [] as { takeId: string; letter: string; clipId: string; by: 'name' }[],
  };
  const take = (values: object = {}) => ({
    id: 't',
    shotId: 'x',
    sceneId: null,
    verdict: 'good',
    cameras: [{ letter: 'A', cameraId: 'camA' }],
    ...values,
  });
  const missed = (values: object) =>
    withoutCleanSound({ ...base, takes: [take()], ...values } as never).map((f) => f.name);
  const recorded = [{ takeId: 't', letter: 'Sound', clipId: 'w', by: 'name' as const }];
  const onCamera = [{ takeId: 't', letter: 'A', clipId: 'c', by: 'name' as const }];
  it('is missed where it was planned into a recorder and no file of it is found', () =>
    expect(missed({})).toEqual(['The pour']));
  it('is there with one file that is not silent', () => {
    expect(missed({ matches: recorded })).toEqual([]);
    expect(missed({ matches: recorded, findings: [{ clipId: 'w', kind: 'silent' }] })).toEqual(['The pour']);
    expect(missed({ matches: recorded, findings: [{ clipId: 'w', kind: 'black' }] })).toEqual([]);
  });
  it('a camera’s own file counts only where a line of the patch goes into that camera', () => {
    expect(missed({ matches: onCamera })).toEqual(['The pour']);
    const into = [{ sourceId: 'boom', boxId: 'inA', duty: 'main' }];
    expect(missed({ matches: onCamera, soundRoutes: into })).toEqual([]);
    expect(missed({ matches: recorded, soundRoutes: into })).toEqual(['The pour']);
  });
  it('is missed nowhere where none was planned, where only scratch was, and where nothing was taken', () => {
    expect(missed({ soundRoutes: [] })).toEqual([]);
    expect(missed({ soundRoutes: [{ sourceId: 'boom', boxId: 'recorder', duty: 'scratch' }] })).toEqual([]);
    expect(missed({ soundSources: [{ id: 'boom', sceneIds: ['other'] }] })).toEqual([]);
    expect(missed({ takes: [] })).toEqual([]);
    expect(missed({ takes: [take({ verdict: 'noGood' })] })).toEqual([]);
  });
  it('a wild take of the scene mends it', () => {
    const wild = take({ id: 'w1', shotId: null, sceneId: 's', cameras: [] });
    expect(missed({ takes: [take(), wild], matches: [{ ...recorded[0], takeId: 'w1' }] })).toEqual([]);
  });
});

describe('what people still have to do', () => {
  const person = (id: string, more: object = {}) => ({ id, name: id, kind: 'crew', minor: false, ...more });
  const none = {
    ...{ dayId: 'd', people: [], seenShots: [], consents: [], engagements: [], log: [], signOffs: [], kitLines: [] },
    ...{ drives: [], credits: [], reports: [], editOwner: '', today: '2027-03-10' },
  };
  const open = (s: object) =>
    stillOpen({ ...none, ...s } as unknown as OpenSources).map((f) => [f.kind, f.name, f.who, f.by]);
  const entry = (payload: object, dayId = 'd') => ({ dayId, atMs: 1, by: '', payload });
  it('is nothing where nothing is', () => expect(open({})).toEqual([]));
  it('consents of who was seen: refused apart from not signed', () => {
    const people = [person('Wren', { kind: 'talent' }), person('Dov', { kind: 'talent' }), person('Oda')];
    const seenShots = [{ personIds: ['Wren', 'Dov', 'Oda'], faceNeeded: false, dropped: false }];
    const consents = [{ personId: 'Dov', state: 'refused', guardian: '', usage: '' }];
    expect(open({ people, seenShots, consents })).toEqual([
      ['consent', 'Wren', 'Wren', null],
      ['refused', 'Dov', 'Dov', null],
    ]);
  });
  it('hours, of who was on this day and of whom both ends are not noted', () => {
    const people = ['Oda', 'Piet', 'Jonna'].map((n) => person(n));
    const engagements = [...people.map((p) => ({ dayId: 'd', personId: p.id })), { dayId: 'other', personId: 'Oda' }];
    const hours = (personId: string, inMin: number | null, outMin: number | null, dayId?: string) =>
      entry({ kind: 'hours', personId, inMin, outMin }, dayId);
    expect(
      open({
        people,
        engagements,
        log: [hours('Oda', 400, 900), hours('Piet', 400, null), hours('Jonna', 1, 2, 'other')],
      }),
    ).toEqual([
      ['hours', 'Piet', 'Piet', null],
      ['hours', 'Jonna', 'Jonna', null],
    ]);
  });
  it('reports that nobody gave, to whom they go; given on another day is not given', () => {
    const log = [
      entry({ kind: 'given', what: 'Sound report', to: 'Mara' }),
      entry({ kind: 'given', what: 'Camera report', to: 'Mara' }, 'other'),
    ];
    expect(open({ reports: ['Camera report', 'Sound report'], editOwner: 'Mara', log })).toEqual([
      ['report', 'Camera report', 'Mara', null],
    ]);
  });
  it('things that are out or lost, with who carries them, else whose they are', () => {
    const line = (name: string, state: string, more: object = {}) => ({
      id: name,
      name,
      state,
      have: 1,
      source: 'own',
      carrierId: null,
      supplier: '',
      on: false,
      checkedBy: '',
      ...more,
    });
    expect(
      open({
        people: [person('Piet')],
        kitLines: [
          line('a', 'there', { carrierId: 'Piet' }),
          line('b', 'missing', { supplier: 'Harbour hire' }),
          line('c', 'back'),
          line('d', 'there', { source: 'without' }),
        ],
      }),
    ).toEqual([
      ['thing', 'a', 'Piet', null],
      ['thing', 'b', 'Harbour hire', null],
    ]);
  });
  it('sign-offs, names and copies whose time is over', () => {
    expect(
      open({
        signOffs: [
          { id: '1', what: 'Rough cut', who: 'Dov', due: '2027-03-01', givenOn: null },
          { id: '2', what: 'Script', who: 'Dov', due: null, givenOn: '2027-02-01' },
        ],
        credits: [
          { id: '1', name: 'Oda', confirmedAtMs: null, unnamed: false },
          { id: '2', name: 'Piet', confirmedAtMs: 5, unnamed: false },
          { id: '3', name: 'Wren', confirmedAtMs: null, unnamed: true },
        ],
        drives: [
          { id: '1', name: 'Fast', keepUntil: '2027-03-10' },
          { id: '2', name: 'Slow', keepUntil: '2027-03-11' },
          { id: '3', name: 'Safe', keepUntil: null },
        ],
      }),
    ).toEqual([
      ['signOff', 'Rough cut', 'Dov', '2027-03-01'],
      ['credit', 'Oda', 'Oda', null],
      ['keepUntil', 'Fast', '', '2027-03-10'],
    ]);
  });
});
