import { describe, expect, it } from 'vitest';
import { toCsv } from '../../base/formats/index.ts';
import {
  catalogueOf,
  dayNeeds,
  diffLine,
  fitOf,
  itemRigMin,
  KIT_COLUMNS,
  kitRows,
  lightKitFields,
  mirrored,
  planDiff,
  readKit,
  relightTime,
  rigTime,
  setupNeeds,
  setupRigMin,
  withLevels,
  type LightPlan,
} from './index.ts';
import {
  aBounce,
  aFlag,
  aFrame,
  aPerson,
  aPlan,
  aRoom,
  aSource,
  CATALOGUE,
  CIRCUIT,
  lampAt as at,
  THREE_LIGHTS as three,
} from './testing.ts';

const face = aPerson({ turnDeg: 180 });
describe('from one to another', () => {
  it('says what changes, thing by thing', () => {
    const to = aPlan([
      ...mirrored(three, 6)
        .items.filter((i) => i.id !== 'rim')
        .map((i) => (i.id === 'fill' && i.kind === 'source' ? { ...i, circuitId: CIRCUIT, level: 0.6 } : i)),
      aFlag({ name: 'flag' }),
    ]);
    const words = diffLine(planDiff(three, to, CATALOGUE), 9);
    expect(words).toBe(
      'back out, key from left to right, fill from right to left, fill to 60\u00a0%, flag in, 1 circuit changed',
    );
  });
  it('nothing from a plan to itself; what goes out one way comes in the other', () => {
    expect(planDiff(three, three, CATALOGUE)).toEqual([]);
    expect(diffLine([])).toBe('nothing changes');
    const less = aPlan(three.items.slice(0, 4));
    expect(planDiff(three, less, CATALOGUE).map((c) => c.what)).toEqual(['out']);
    expect(planDiff(less, three, CATALOGUE).map((c) => c.what)).toEqual(['in']);
  });
  it('gels, modifiers, stands, heights, cloth and swaps are told apart', () => {
    const key = at(225, 3, {});
    const changed = { ...key, gelKeys: ['cto-half'], modifierKeys: ['dome-90'], standKey: 'stand-junior', zM: 2.2 };
    expect(
      planDiff(aPlan([key]), aPlan([changed]), CATALOGUE)
        .map((c) => c.what)
        .sort(),
    ).toEqual(['gel', 'height', 'modifier', 'stand']);
    expect(planDiff(aPlan([key]), aPlan([{ ...key, fixtureKey: 'cob-600' }]), CATALOGUE)[0]?.words).toBe(
      'key now daylight COB 600 W',
    );
    expect(planDiff(aPlan([aFrame()]), aPlan([aFrame({ clothKey: 'silk' })]), CATALOGUE)[0]?.words).toBe(
      'frame now silk',
    );
    expect(planDiff(aPlan([aFlag()]), aPlan([aFlag({ widthM: 0.6 })]), CATALOGUE)[0]?.what).toBe('cloth');
    expect(planDiff(aPlan([key]), aPlan([{ ...key, on: false }]), CATALOGUE)[0]?.words).toBe('key off');
    const words = (f: object, was: object = {}) =>
      planDiff(aPlan([{ ...key, ...was }]), aPlan([{ ...key, ...was, ...f }]), CATALOGUE).map((c) => c.words);
    // From the wall to a battery is another circuit too; a lamp has no side where no face looks.
    expect(words({ battery: !key.battery })).toEqual(['key on another circuit']);
    expect(words({ circuitId: CIRCUIT })).toEqual(['key on another circuit']);
    expect(words({ xM: -key.xM })[0]).toMatch(/^key moved \d\.\d.m$/);
    expect(words({ colourK: 3200 })).toEqual(['key to 3200\u00a0K']);
    expect(words({ level: key.level / 2 })).toEqual([expect.stringMatching(/^key to \d+.%$/)]);
  });
  it('up and down, and over to the other side only where it was moved', () => {
    const [key] = three.items.filter((i) => i.id === 'key');
    const to = (fields: object) =>
      diffLine(planDiff(three, aPlan(three.items.map((i) => (i === key ? { ...i, ...fields } : i))), CATALOGUE));
    expect(to({ zM: 2 })).toBe('key up to 2.0\u00a0m');
    expect(to({ zM: 1.1 })).toBe('key down to 1.1\u00a0m');
    expect(to({ xM: key!.xM - 0.5 })).toBe('key moved 0.5\u00a0m');
    expect(to({ turnDeg: key!.turnDeg + 40 })).toBe('key turned');
    expect(to({ fixtureKey: 'panel-2x1' })).toMatch(/^key now /);
    // Another kind of thing under the same name is another thing.
    const board = aPlan(three.items.map((i) => (i === key ? { ...aBounce({ id: i.id }), xM: i.xM, yM: i.yM } : i)));
    expect(planDiff(three, board, CATALOGUE).map((c) => c.what)).toEqual(['swapped']);
  });
  it('mirrored twice is as it was, the camera stays', () => {
    const back = mirrored(mirrored(three, 6), 6);
    back.items.forEach((i, n) => {
      const was = three.items[n];
      expect(i.xM).toBeCloseTo(was?.xM ?? NaN, 2);
      expect(i.yM).toBeCloseTo(was?.yM ?? NaN, 2);
      expect(Math.cos((i.turnDeg * Math.PI) / 180)).toBeCloseTo(Math.cos(((was?.turnDeg ?? NaN) * Math.PI) / 180), 3);
    });
    expect(mirrored(three, 6).items.find((i) => i.kind === 'camera')).toEqual(
      three.items.find((i) => i.kind === 'camera'),
    );
    const free = mirrored(aPlan([aSource({ xM: 1 })]), 6);
    expect(free.items[0]?.xM).toBeCloseTo(5, 9);
  });
});

describe('minutes', () => {
  it('more hands are never slower, more things never quicker, and the longest piece is the least', () => {
    const minutes = (hands: number, plan = three) => rigTime({ plan, hands }, CATALOGUE).minutes;
    for (let hands = 1; hands < 6; hands += 1) expect(minutes(hands + 1)).toBeLessThanOrEqual(minutes(hands));
    expect(minutes(2, aPlan([...three.items, aFrame({ widthM: 2.4, heightM: 2.4 })]))).toBeGreaterThan(minutes(2));
    expect(minutes(30)).toBeGreaterThanOrEqual(Math.max(...three.items.map((i) => itemRigMin(i, CATALOGUE))));
    expect(rigTime({ plan: aPlan([face]), hands: 2 }, CATALOGUE).minutes).toBe(0);
  });
  it('each thing by what it is, weighs and carries, to the minute', () => {
    const minutes = (item: LightPlan['items'][number]) => itemRigMin(item, CATALOGUE);
    const lamp = (f: object) => minutes(aSource({ zM: 1.5, battery: true, modifierKeys: [], gelKeys: [], ...f }));
    const byMass = (least: number, most: number) =>
      [...CATALOGUE.values()].find((e) => e.data.kind === 'fixture' && e.data.massKg >= least && e.data.massKg < most)!
        .key;
    expect(lamp({ fixtureKey: byMass(0, 1.5) })).toBe(5);
    expect(lamp({ fixtureKey: byMass(1.5, 6) })).toBe(8);
    expect(lamp({ fixtureKey: byMass(6, 99) })).toBe(12);
    // Six kilograms are heavy already.
    const sixKg = catalogueOf([
      { key: 'six', name: 'Six', notes: '', data: { ...CATALOGUE.get(byMass(0, 1.5))!.data, massKg: 6 } } as never,
    ]);
    expect(
      itemRigMin(aSource({ fixtureKey: 'six', zM: 1.5, battery: true, modifierKeys: [], gelKeys: [] }), sixKg),
    ).toBe(12);
    const light = { fixtureKey: byMass(0, 1.5) };
    expect(lamp({ ...light, battery: false })).toBe(7);
    expect(lamp({ ...light, gelKeys: ['cto-half', 'cto-half'] })).toBe(7);
    expect(lamp({ ...light, zM: 2.5 })).toBe(8);
    const flat = { widthM: 1, heightM: 1, ballastKg: 0, zM: 1.5 };
    expect([aFlag(flat), aBounce(flat), aFrame(flat)].map(minutes)).toEqual([4, 4, 9]);
    expect([aFlag({ ...flat, widthM: 1.6 }), aFrame({ ...flat, heightM: 2.4 })].map(minutes)).toEqual([12, 17]);
    expect(minutes(aFlag({ ...flat, ballastKg: 5 }))).toBe(5);
    // Begun in 5 minutes, worked alone, each thing trimmed in 2.
    const plan = aPlan([face, aFlag(flat), aBounce(flat), aFrame(flat)]);
    expect(rigTime({ plan, hands: 1 }, CATALOGUE).minutes).toBe(5 + 4 + 4 + 9 + 3 * 2);
    expect(rigTime({ plan, hands: 4 }, CATALOGUE).minutes).toBe(5 + 9 + 3 * 2);
  });
  it('a relight takes what differs, nothing when nothing does, haze its own time', () => {
    const to = { plan: withLevels(three, new Map([['key', 0.7]])), hands: 2 };
    expect(relightTime(three, { plan: three, hands: 2 }, CATALOGUE).minutes).toBe(0);
    expect(relightTime(three, to, CATALOGUE).minutes).toBeLessThan(rigTime(to, CATALOGUE).minutes);
    const room = aRoom({ widthM: 20, depthM: 20, heightM: 6 });
    expect(relightTime(three, { plan: { ...three, haze: 'light' }, hands: 2 }, CATALOGUE, room).minutes).toBe(60);
    expect(
      relightTime({ ...three, haze: 'light' }, { plan: { ...three, haze: 'light' }, hands: 2 }, CATALOGUE, room)
        .minutes,
    ).toBe(0);
  });
  it('to take a lamp away costs four tenths of rigging it', () => {
    const without = { ...three, items: three.items.filter((i) => i.id !== 'key') };
    const [rigged] = relightTime(without, { plan: three, hands: 2 }, CATALOGUE).tasks;
    const [struck] = relightTime(three, { plan: without, hands: 2 }, CATALOGUE).tasks;
    expect(rigged!.handMin).toBeGreaterThan(1);
    expect(struck!.handMin).toBeCloseTo(rigged!.handMin * 0.4, 6);
  });
  it('what somebody said stands; undrawn and unsaid is unknown', () => {
    expect(setupRigMin({ plan: three, rigMin: 40, hands: 2 }, CATALOGUE)).toBe(40);
    expect(setupRigMin({ plan: three, rigMin: null, hands: 2 }, CATALOGUE)).toBe(
      rigTime({ plan: three, hands: 2 }, CATALOGUE).minutes,
    );
    expect(setupRigMin({ plan: aPlan([]), rigMin: null, hands: 2 }, CATALOGUE)).toBeNull();
  });
  it('a fit says when to begin, when to lock, and what is missing', () => {
    expect(fitOf(38, 760, 808)).toEqual({ needMin: 38, gapMin: 48, beginByMin: 770, lockByMin: 803, shortMin: 0 });
    expect(fitOf(38, 790, 808).shortMin).toBe(20);
  });
});

describe('what must be there', () => {
  const room = aRoom({
    widthM: 8,
    depthM: 6,
    features: [
      {
        id: 's',
        kind: 'socket',
        name: '',
        x1: 0,
        y1: 3,
        x2: 0,
        y2: 3,
        bottomM: 0.3,
        topM: 0.3,
        reachable: false,
        circuitId: CIRCUIT,
      },
    ],
  });
  const plan = aPlan([
    aSource({
      xM: 2,
      yM: 1,
      standKey: 'stand-junior',
      ballastKg: 12,
      circuitId: CIRCUIT,
      gelKeys: ['cto-half'],
      modifierKeys: ['dome-90'],
    }),
    aSource({ id: 'b', fixtureKey: 'tube-4', battery: true }),
    aFlag({ standKey: 'stand-arm', ballastKg: 11 }),
    aBounce(),
  ]);
  it('counts lamps, what is on them, stands, bags, cable, packs and circuits', () => {
    const needs = setupNeeds(plan, room, CATALOGUE).map((n) => `${n.group}: ${n.count} ${n.name}`);
    expect(needs).toContain('Lamps: 1 daylight COB 300 W');
    expect(needs).toContain('On lamps: 1 dome 0.9 m');
    expect(needs).toContain('Gels: 1 half orange');
    expect(needs).toContain('Ballast: 3 sandbags of 11\u00a0kg');
    expect(needs).toContain('Cable: 1 cable of 10\u00a0m');
    expect(needs).toContain('Batteries: 1 charged packs for colour tube 4 ft');
    expect(needs).toContain('Circuits: 1 circuits');
  });
  it('a day needs the most that one of its setups asks for, not the sum', () => {
    const one = setupNeeds(plan, room, CATALOGUE);
    expect(dayNeeds([one, one])).toEqual(one);
    expect(dayNeeds([one, []])).toEqual(one);
    const lamps = (count: number) => [{ ...one[0]!, count }];
    expect(dayNeeds([lamps(1), lamps(3), lamps(2)])).toEqual(lamps(3));
    expect(dayNeeds([lamps(3), lamps(1)])).toEqual(lamps(3));
  });
});

describe('one’s own kit', () => {
  it('comes back as it went out', () => {
    const all = [...catalogueOf().values()];
    const csv = toCsv([...KIT_COLUMNS], kitRows(all));
    const back = readKit(csv);
    expect(back.problems).toEqual([]);
    expect(back.rows.map((r) => r.data)).toEqual(all.map((e) => e.data));
  });
  it('JSON too, and each wrong line is refused by itself in words', () => {
    const { rows, problems } = readKit(
      JSON.stringify([
        {
          key: 'my-stand',
          name: 'my stand',
          data: { kind: 'stand', topM: 3, loadKg: 10, baseRadiusM: 0.5, massKg: 4 },
        },
        { name: 'x', kind: 'nothing' },
      ]),
    );
    expect(rows).toHaveLength(1);
    expect(problems).toEqual([
      { line: 2, words: '“nothing” is no kind: fixture, modifier, gel, cloth, stand or measured.' },
    ]);
    expect(readKit('{').problems[0]?.words).toMatch(/no JSON/);
  });
  it('tables: what is missing or no number is named with its line', () => {
    const { rows, problems } = readKit(
      'kind;name;watts;luxAt1m;beamDeg;widthM;lowK;highK\nfixture;Lamp;100;5000;60;0,2;5600;5600\nfixture;Bad;many;1;1;1;1;1\nfixture;Less;100;;60;0.2;5600;5600',
    );
    expect(rows[0]?.data).toMatchObject({ widthM: 0.2, leastLevel: 0.05 });
    expect(rows[0]?.key).toBe('lamp');
    expect(problems.map((p) => `${p.line} ${p.words}`)).toEqual([
      '3 “many” is no number for watts.',
      '4 luxAt1m is missing.',
    ]);
    expect(readKit('a;b\n1;2').problems[0]?.words).toMatch(/“kind” and “name” must be among them/);
  });
  it('own figures override typical ones of the same key', () => {
    const typical = CATALOGUE.get('cob-300');
    const own = catalogueOf([{ key: 'cob-300', name: 'mine', data: { ...typical?.data, luxAt1m: 33_000 } as never }]);
    expect(own.get('cob-300')).toMatchObject({ own: true, name: 'mine', data: { luxAt1m: 33_000 } });
    expect(own.size).toBe(CATALOGUE.size);
    expect(lightKitFields.safeParse({ key: 'Not OK', name: 'x', data: typical?.data, notes: '' }).success).toBe(false);
  });
});

it('a plan with the same id twice is refused', () => {
  expect(() => aPlan([face, face])).toThrow(/same id/);
});
