import fc from 'fast-check';
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
  nextEi,
  planDiff,
  readKit,
  relightTime,
  rigTime,
  setupNeeds,
  setupRigMin,
  solveLevels,
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
  read,
  SETTINGS,
  lampAt as at,
  THREE_LIGHTS as three,
} from './testing.ts';

const face = aPerson({ turnDeg: 180 });
const solved = (plan: LightPlan, wanted = plan.wanted) => {
  const s = solveLevels(plan, read(plan), wanted, SETTINGS, CATALOGUE);
  return { s, after: read(withLevels(plan, new Map(s.levels.map((l) => [l.id, l.level])))) };
};

describe('levels for what is wanted', () => {
  it('T4 at 4 : 1 from a key and a fill, read anew it is so', () => {
    const { s, after } = solved(three);
    expect(s.met).toBe(true);
    expect(after.tStop).toBeCloseTo(4, 1);
    expect(after.ratio).toBeCloseTo(4, 1);
  });
  it('whatever is said to be met is met when read, within a tenth of a stop and the rounding of levels', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.4, max: 8, noNaN: true }),
        fc.double({ min: 1.5, max: 10, noNaN: true }),
        (tStop, ratio) => {
          const { s, after } = solved(three, { ...three.wanted, tStop, ratio });
          if (!s.met) return;
          expect(Math.abs(2 * Math.log2((after.tStop ?? 0) / tStop))).toBeLessThan(0.15);
          expect(Math.abs(Math.log2((after.ratio ?? 0) / ratio))).toBeLessThan(0.15);
        },
      ),
    );
  });
  it('too weak says by how much, and nearer, less in front, or which EI', () => {
    const { s } = solved(aPlan([face, at(225, 4, { fixtureKey: 'cob-60', modifierKeys: ['dome-90'] })]), {
      faceId: null,
      tStop: 4,
      ratio: null,
      whiteK: 5600,
    });
    expect(s.met).toBe(false);
    expect(s.advice[0]).toMatch(/^Too weak by \d\.\d\u00a0stops: nearer \(.*without dome 0\.9 m.*EI\u00a0\d+\.$/);
    const ei = Number(/EI\u00a0(\d+)/.exec(s.advice[0] ?? '')?.[1]);
    expect(Math.log2(ei / 800)).toBeGreaterThanOrEqual(s.shortStops - 0.01);
    expect(nextEi(801)).toBe(1000);
    expect(nextEi(800)).toBe(800);
  });
  it('too strong, no key, no fill: said each', () => {
    expect(
      solved(aPlan([face, at(225, 1, { fixtureKey: 'cob-600' })]), {
        faceId: null,
        tStop: 1.4,
        ratio: null,
        whiteK: 5600,
      }).s.advice[0],
    ).toMatch(/^Too strong/);
    expect(
      solved(aPlan([face, at(225, 2, { role: 'back' })]), { faceId: null, tStop: 4, ratio: null, whiteK: 5600 }).s
        .advice[0],
    ).toMatch(/has the role key/);
    const bare = solved(aPlan([face, at(225, 3, {})], { ambientLux: 5 }), {
      faceId: null,
      tStop: null,
      ratio: 4,
      whiteK: 5600,
    });
    expect(bare.s.advice[0]).toMatch(/^There is no fill/);
    const bright = solved(aPlan([face, at(225, 3, { level: 0.05 })], { ambientLux: 500 }), {
      faceId: null,
      tStop: null,
      ratio: 8,
      whiteK: 5600,
    });
    expect(bright.s.advice[0]).toMatch(/black flag/);
  });
  it('levels stay in the lamps’ range', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 22, noNaN: true }),
        fc.double({ min: 1, max: 60, noNaN: true }),
        (tStop, ratio) => {
          for (const { level } of solved(three, { ...three.wanted, tStop, ratio }).s.levels) {
            expect(level).toBeLessThanOrEqual(1);
            expect(level).toBeGreaterThanOrEqual(0.049);
          }
        },
      ),
    );
  });
});

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
