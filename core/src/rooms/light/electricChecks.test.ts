import { describe, expect, it } from 'vitest';
import { checkPlan, electricFindings, planCautions } from './index.ts';
import { aCircuit, aFlag, aPlan, aRoom, aSource, CIRCUIT, surroundings } from './testing.ts';

type Plan = ReturnType<typeof aPlan>;
const find = (plan: Plan, prefix: string, around: object = {}) =>
  electricFindings(surroundings(plan, around)).filter((f) => f.key.startsWith(prefix));
const many = (n: number, more: object = {}) =>
  aPlan(Array.from({ length: n }, (_, i) => aSource({ id: `s${i}`, circuitId: CIRCUIT, ...more })));

describe('cables', () => {
  it('a lamp that draws more than its cable carries is a danger, and the section that carries it is named', () => {
    // 5000 W on 230 V at a power factor of 0.95: 22.9 A.
    const big = { watts: 5000, luxAt1m: 60_000, beamDeg: 45, widthM: 0.4, heightM: 0, lowK: 5600, highK: 5600 };
    const data = {
      ...big,
      massKg: 12,
      leastLevel: 0.05,
      batteryWh: 0,
      hot: false,
      control: '',
      kind: 'fixture' as const,
    };
    const s = surroundings(many(1, { fixtureKey: 'big' }), { circuits: [aCircuit({ breakerA: 32 })] });
    const catalogue = new Map([
      ...s.catalogue,
      ['big', { key: 'big', name: 'big lamp', data, own: false }],
    ]) as typeof s.catalogue;
    const list = electricFindings({ ...s, catalogue });
    const [found] = list.filter((f) => f.key.startsWith('ampacity:'));
    expect(found).toMatchObject({ level: 'danger' });
    expect(found?.words).toMatch(/draws 22\.9\u00a0A; a usual cable of 1\.5\u00a0mm² carries 16\u00a0A/);
    expect(found?.mend).toContain('2.5\u00a0mm² at least');
    // Not a matter of lost voltage.
    expect(list.some((f) => f.key.startsWith('drop:'))).toBe(false);
  });
  it('a long one with much on it is unrolled', () => {
    const strong = { circuits: [aCircuit({ volts: 100, breakerA: 20 })] };
    expect(find(many(1, { cableM: 25, fixtureKey: 'cob-600' }), 'reel:', strong)[0]?.mend).toBe('Unroll it all.');
    expect(find(many(1, { cableM: 5, fixtureKey: 'cob-600' }), 'reel:', strong)).toEqual([]);
  });
});

describe('what adds up', () => {
  it('leakage of many supplies on one protection is said, and never a way round it', () => {
    const guarded = { circuits: [aCircuit({ residualCurrent: true, breakerA: 63 })] };
    expect(find(many(4), 'leak:', guarded)).toEqual([]);
    const [found] = find(many(6), 'leak:', guarded);
    expect(found?.words).toContain('21\u00a0mA');
    expect(found?.mend).toContain('It is never bridged.');
    expect(find(many(6), 'leak:', { circuits: [aCircuit({ residualCurrent: false, breakerA: 63 })] })).toEqual([]);
  });
  it('the first gulp of many lamps, of two already on a generator', () => {
    const mains = { circuits: [aCircuit({ breakerA: 63 })] };
    expect(find(many(4), 'inrush:', mains)).toEqual([]);
    expect(find(many(5), 'inrush:', mains)[0]?.mend).toContain('one after the other');
    const generator = { circuits: [aCircuit({ kind: 'generator', residualCurrent: true })] };
    expect(find(many(2), 'inrush:', generator)[0]?.words).toContain('a generator dips');
  });
});

describe('generators', () => {
  const generator = { circuits: [aCircuit({ kind: 'generator', residualCurrent: true })] };
  it('that feed a room stand outside, earthed, and are filled when cool', () => {
    const [found] = find(many(1), 'generator', generator);
    expect(found?.words).toContain('carbon monoxide');
    expect(found?.mend).toMatch(/outdoors.*earthed.*filled only when it is off and cool/s);
  });
  it('outdoors, or with nothing on them, are no finding', () => {
    expect(find(many(1), 'generator', { ...generator, room: aRoom({ outside: true }) })).toEqual([]);
    expect(find(many(1, { circuitId: null }), 'generator', generator)).toEqual([]);
  });
});

describe('each kind of danger that a plan knows of has a plan that tells it', () => {
  const outside = { room: aRoom({ outside: true }) };
  const keys = (plan: Plan, around: object = {}) =>
    checkPlan(surroundings(plan, around)).map((f) => f.key.split(':')[0]);
  it.each<[string, Plan, object, string]>([
    ['wind', aPlan([aSource({ zM: 2.5, standKey: 'stand-light' })]), outside, 'wind'],
    ['what nothing holds', aPlan([aFlag({ zM: 2, standKey: null })]), {}, 'stand'],
    ['electricity outdoors', many(1), { ...outside, circuits: [aCircuit({ residualCurrent: null })] }, 'water'],
    ['an unknown breaker', many(1), { circuits: [aCircuit({ breakerA: null })] }, 'breaker'],
    ['an overloaded circuit', many(9, { fixtureKey: 'cob-600' }), {}, 'circuit'],
    [
      'heat by cloth',
      aPlan([aSource({ fixtureKey: 'tungsten-650', xM: 1, yM: 1, zM: 2 }), aFlag({ xM: 1.4, yM: 1, zM: 2 })]),
      {},
      'heat',
    ],
    ['a gel on a hot lamp', aPlan([aSource({ fixtureKey: 'tungsten-650', gelKeys: ['cto-half'] })]), {}, 'gel'],
    ['an open flame', aPlan([aSource({ fixtureKey: 'candle', modifierKeys: [] })]), {}, 'flame'],
    ['haze', { ...aPlan([]), haze: 'light' }, {}, 'haze'],
    ['a generator', many(1), { circuits: [aCircuit({ kind: 'generator', residualCurrent: true })] }, 'generator'],
  ])('%s', (_, plan, around, key) => expect(keys(plan, around)).toContain(key));

  it.each<[string, Plan, object, RegExp]>([
    ['stands', aPlan([aSource({ zM: 2, standKey: 'stand-light' })]), {}, /ballast/],
    ['heights', aPlan([aSource({ zM: 3, standKey: 'stand-combo' })]), {}, /ladder that somebody holds/],
    ['mains', many(1), {}, /no way round a fuse or a protection/],
    ['hot lamps', aPlan([aSource({ fixtureKey: 'tungsten-650' })]), {}, /gloves/],
    ['flames', aPlan([aSource({ fixtureKey: 'candle', modifierKeys: [] })]), {}, /extinguisher/],
    ['lithium packs', aPlan([aSource({ battery: true })]), {}, /Lithium/],
    [
      'generators',
      many(1),
      { circuits: [aCircuit({ kind: 'generator', residualCurrent: true })] },
      /exhaust kills.*Earthed/,
    ],
    ['haze', { ...aPlan([]), haze: 'thick' }, {}, /breathing and alarms/],
  ])('the short cautions name %s, and who decides', (_, plan, around, words) => {
    const said = planCautions(surroundings(plan, around));
    expect(said.join(' ')).toMatch(words);
    expect(said.at(-1)).toBe('Local codes, the venue’s rules and licensed or competent people decide.');
  });
  it('an empty plan needs none', () => expect(planCautions(surroundings(aPlan([]), { circuits: [] }))).toEqual([]));
});
