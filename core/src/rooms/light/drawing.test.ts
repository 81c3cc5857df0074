import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Feature } from '../places/index.ts';
import {
  featureLabel,
  featureMarks,
  itemLine,
  itemMarks,
  planSvg,
  sizeOf,
  sourceNumbers,
  wedge,
  type Mark,
  type PlanItem,
} from './index.ts';
import { aBounce, aCamera, aFlag, aFrame, aPerson, aPlan, aRoom, aSource, CATALOGUE } from './testing.ts';

const UNIT = 0.2;
const CAMERAS = [{ letter: 'A', sensorWidthMm: 35.9, sensorHeightMm: 20.2 }];
const aMeter = (f: object = {}): PlanItem => ({
  ...{ id: 'm', kind: 'meter' as const, name: 'Dial', xM: 0, yM: 0, zM: 1.5, turnDeg: 0 },
  ...f,
});
const aMirror = (f: object = {}): PlanItem => ({ ...aBounce(), id: 'mirror', kind: 'mirror', ...f }) as PlanItem;

/** All corners of a stroke that is made of straight lines. */
const points = ({ d }: Pick<Mark, 'd'>): [number, number][] =>
  [...d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map((m) => [Number(m[1]), Number(m[2])]);
const box = (marks: readonly Mark[]) => {
  const all = marks.flatMap(points);
  const [x, y] = [all.map((p) => p[0]), all.map((p) => p[1])];
  return { left: Math.min(...x), right: Math.max(...x), top: Math.min(...y), bottom: Math.max(...y) };
};
const looks = (marks: readonly Mark[]) => marks.map((m) => [m.fill, m.weight, m.dash ?? false]);

describe('what stands on a plan', () => {
  it('a lamp is a diamond one symbol wide, filled while it burns, with its beak where it looks', () => {
    const [body, beak] = itemMarks(aSource({ turnDeg: 90 }), UNIT);
    expect(body).toMatchObject({ fill: 'ink' });
    expect(box([body!])).toEqual({ left: -UNIT, right: UNIT, top: -UNIT, bottom: UNIT });
    expect(body!.d.endsWith('Z')).toBe(true);
    expect(box([beak!]).right).toBeCloseTo(1.6 * UNIT, 3);
    expect(box([beak!]).left).toBeCloseTo(1.15 * UNIT, 3);
    expect(beak!.d.endsWith('Z')).toBe(false);
    expect(itemMarks(aSource({ on: false }), UNIT)[0]!.fill).toBe('paper');
  });
  it('turns with what it is of: every corner by the same angle, around its own place', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(aSource(), aCamera(), aFlag(), aFrame(), aBounce(), aMirror()),
        fc.integer({ min: 0, max: 359 }),
        (item, turnDeg) => {
          const still = itemMarks({ ...item, turnDeg: 0 }, UNIT).flatMap(points);
          const turned = itemMarks({ ...item, turnDeg }, UNIT).flatMap(points);
          const [c, s] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
          // Turning goes clockwise on a plan whose y grows down.
          return (
            still.length === turned.length &&
            still.every(([x, y], i) => {
              const [tx, ty] = turned[i]!;
              return Math.hypot(x * c - y * s - tx, x * s + y * c - ty) < 0.004;
            })
          );
        },
      ),
    ));
  it('cloths, boards and flags are as wide as they are, whatever the size of symbols', () => {
    for (const item of [
      aFlag({ widthM: 2.4 }),
      aFrame({ widthM: 2.4 }),
      aBounce({ widthM: 2.4 }),
      aMirror({ widthM: 2.4 }),
    ]) {
      const [board] = itemMarks({ ...item, turnDeg: 0 }, UNIT);
      const { left, right, top, bottom } = box([board!]);
      expect(right - left).toBeCloseTo(2.4, 3);
      expect(bottom - top).toBeCloseTo(0.24 * UNIT, 3);
    }
  });
  it('what leans is drawn as deep as it lies', () => {
    const lying = itemMarks(aFrame({ widthM: 1, heightM: 2, tiltDeg: 90, turnDeg: 0 }), UNIT);
    const { top, bottom } = box([lying[0]!]);
    expect(bottom - top).toBeCloseTo(2, 3);
    const leaning = itemMarks(aFrame({ widthM: 1, heightM: 2, tiltDeg: -30, turnDeg: 0 }), UNIT);
    expect(box([leaning[0]!]).bottom - box([leaning[0]!]).top).toBeCloseTo(1, 3);
  });
  it('each kind is drawn so that it can be told without colour', () => {
    const of = (item: PlanItem) => JSON.stringify(looks(itemMarks(item, UNIT)));
    expect(looks(itemMarks(aFlag(), UNIT))).toEqual([['ink', 'thick', false]]);
    expect(looks(itemMarks(aBounce(), UNIT))).toEqual([
      ['paper', 'thin', false],
      ['none', 'thin', false],
    ]);
    expect(looks(itemMarks(aMirror(), UNIT))).toEqual([
      ['paper', 'hair', false],
      ['none', 'hair', true],
    ]);
    expect(looks(itemMarks(aFrame(), UNIT))).toEqual([
      ['paper', 'thin', false],
      ['none', 'hair', true],
    ]);
    expect(looks(itemMarks(aMeter(), UNIT))).toEqual([
      ['none', 'thin', false],
      ['none', 'thin', false],
    ]);
    expect(looks(itemMarks(aPerson(), UNIT))).toEqual([
      ['ink', 'thin', false],
      ['paper', 'hair', false],
    ]);
    const kinds = [aSource(), aPerson(), aFlag(), aFrame(), aBounce(), aMirror()].map(of);
    expect(new Set(kinds).size).toBe(kinds.length);
  });
  it('a board shows its white side by five ticks ahead of it', () => {
    const [, ticks] = itemMarks(aBounce({ widthM: 1, turnDeg: 0 }), UNIT);
    const at = points(ticks!);
    expect(at).toHaveLength(10);
    // Ahead is up the plan at 0°, where y is below nothing.
    expect(Math.max(...at.map((p) => p[1]))).toBeLessThan(0);
    expect(at.filter((_, i) => i % 2 === 0).map((p) => p[0])).toEqual([-0.46, -0.26, -0.06, 0.14, 0.34]);
  });
  it('a head has its nose ahead; a meter its dial round', () => {
    const [head, crown] = itemMarks(aPerson({ turnDeg: 90 }), UNIT);
    expect(head!.d.startsWith('M0.3 0C')).toBe(true);
    expect(crown!.d).toContain('a0.084 0.084');
    expect(itemMarks(aMeter(), UNIT)[0]!.d).toContain('a0.12 0.12');
  });
});

describe('what a camera sees', () => {
  it('opens by the angle of its lens on its sensor, to both sides of where it looks', () => {
    const [left, right] = wedge(aCamera({ turnDeg: 90, focalMm: 35.9 / 2 }), CAMERAS, 10);
    // Half a sensor’s width before the lens: 45° to each side.
    expect(points(left)[0]).toEqual([0, 0]);
    expect(points(left)[1]![0]).toBeCloseTo(10 * Math.SQRT1_2, 2);
    expect(points(left)[1]![1]).toBeCloseTo(-10 * Math.SQRT1_2, 2);
    expect(points(right)[1]![1]).toBeCloseTo(10 * Math.SQRT1_2, 2);
  });
  it('is narrower with a longer lens, and on a smaller sensor', () => {
    const across = (focalMm: number, sensorWidthMm = 35.9) => {
      const [, right] = wedge(aCamera({ turnDeg: 90, focalMm }), [{ ...CAMERAS[0]!, sensorWidthMm }], 10);
      return points(right)[1]![1];
    };
    expect(across(100)).toBeLessThan(across(50));
    expect(across(50, 23)).toBeLessThan(across(50));
  });
});

const aFeature = (f: Partial<Feature> = {}): Feature => ({
  ...{ id: 'f', kind: 'window', name: '', x1: 2, y1: 0, x2: 4, y2: 0 },
  ...{ bottomM: 0.8, topM: 2.4, reachable: true, circuitId: null },
  ...f,
});

describe('what belongs to a room', () => {
  it('a window is an opening seven centimetres to both sides of its line', () => {
    const [opening, line] = featureMarks(aFeature(), UNIT);
    expect(box([opening!])).toEqual({ left: 2, right: 4, top: -0.07, bottom: 0.07 });
    expect(points(line!)).toEqual([
      [2, 0],
      [4, 0],
    ]);
  });
  it('an opening stands square to its wall, whichever way that runs', () => {
    const [opening] = featureMarks(aFeature({ x1: 5, y1: 1, x2: 5, y2: 3 }), UNIT);
    expect(box([opening!])).toEqual({ left: 4.93, right: 5.07, top: 1, bottom: 3 });
    const [slanted] = featureMarks(aFeature({ x1: 0, y1: 0, x2: 3, y2: 4 }), UNIT);
    const [a, , , d] = points(slanted!);
    expect(Math.hypot(a![0] - d![0], a![1] - d![1])).toBeCloseTo(0.14, 2);
  });
  it('a thing of no length breaks nothing', () =>
    expect(featureMarks(aFeature({ x2: 2 }), UNIT)[0]!.d).not.toMatch(/NaN|Infinity/));
  it('a socket is a box of a symbol’s size, a block as large as it is', () => {
    expect(box(featureMarks(aFeature({ kind: 'socket' }), UNIT))).toEqual({
      left: 1.9,
      right: 2.1,
      top: -0.07,
      bottom: 0.07,
    });
    expect(box(featureMarks(aFeature({ kind: 'block', x1: 1, y1: 2, x2: 3, y2: 5 }), UNIT))).toEqual({
      left: 1,
      right: 3,
      top: 2,
      bottom: 5,
    });
  });
  it('a mirror has two lines, a door is dashed, all else one thick dashed line', () => {
    expect(looks(featureMarks(aFeature({ kind: 'mirror' }), UNIT))).toEqual([
      ['none', 'thick', false],
      ['none', 'hair', false],
    ]);
    const [front, back] = featureMarks(aFeature({ kind: 'mirror' }), UNIT);
    expect(points(front!)[0]![1]).toBeCloseTo(0.098, 3);
    expect(points(back!)[0]![1]).toBeCloseTo(-0.028, 3);
    expect(looks(featureMarks(aFeature({ kind: 'door' }), UNIT))).toEqual([['paper', 'hair', true]]);
    expect(looks(featureMarks(aFeature({ kind: 'glass' as Feature['kind'] }), UNIT))).toEqual([
      ['none', 'thick', true],
    ]);
  });
  it('is named below its middle, drawn in from the walls', () => {
    const label = (f: Partial<Feature>) => featureLabel(aFeature(f), 10, 8, 0.2);
    expect(label({ x1: 4, x2: 6, y1: 3, y2: 3 })).toMatchObject({ x: 5, anchor: 'middle' });
    expect(label({ x1: 4, x2: 6, y1: 3, y2: 3 }).y).toBeCloseTo(3.3, 9);
    expect(label({ x1: 0, x2: 1, y1: 3, y2: 3 })).toMatchObject({ anchor: 'start' });
    expect(label({ x1: 0, x2: 1, y1: 3, y2: 3 }).x).toBeCloseTo(0.64, 9);
    expect(label({ x1: 9, x2: 10, y1: 3, y2: 3 })).toMatchObject({ anchor: 'end' });
    expect(label({ x1: 9, x2: 10, y1: 3, y2: 3 }).x).toBeCloseTo(9.36, 9);
    // By the lower wall it stands above.
    expect(label({ x1: 4, x2: 6, y1: 8, y2: 8 }).y).toBeCloseTo(7.84, 9);
    expect(label({ kind: 'block', x1: 4, x2: 6, y1: 3, y2: 5 }).y).toBeCloseTo(4.07, 9);
  });
});

describe('a plan in words', () => {
  it('numbers sources in their order, and nothing else', () =>
    expect([...sourceNumbers(aPlan([aSource({ id: 'a' }), aPerson(), aSource({ id: 'b' })]))]).toEqual([
      ['a', 1],
      ['b', 2],
    ]));
  it('a lamp says what it is, how strong, how warm, and where', () => {
    const words = itemLine(
      aSource({ name: 'Key', level: 0.4, xM: 1.25, yM: 2, zM: 2.1, turnDeg: 30.4, tiltDeg: -20 }),
      CATALOGUE,
    );
    expect(words).toMatch(/^Key \(key\): .*300/);
    expect(words).toMatch(
      /40\u00a0%, \d{4}\u00a0K; 1\.[23]\u00a0m across, 2\.0\u00a0m down, 2\.1\u00a0m high, turned 30°, tilted -20°$/,
    );
    expect(itemLine(aSource({ on: false }), CATALOGUE)).toContain(', off, ');
  });
  it('says on what it stands, and with how much weight', () => {
    const [stand] = [...CATALOGUE.values()].filter((e) => e.data.kind === 'stand');
    const on = itemLine(aFlag({ standKey: stand!.key, ballastKg: 0 }), CATALOGUE);
    expect(on).toContain(`, on ${stand!.name}`);
    expect(on).not.toContain('with');
    expect(itemLine(aFlag({ standKey: stand!.key, ballastKg: 15 }), CATALOGUE)).toContain('with 15\u00a0kg');
    expect(itemLine(aFlag({ standKey: 'gone' }), CATALOGUE)).toContain('on gone');
  });
  it('people, cameras, points and cloths say what they are', () => {
    expect(itemLine(aPerson({ name: 'Ilse', spectacles: true }), CATALOGUE)).toMatch(/^Ilse, with spectacles; 0\.0/);
    expect(itemLine(aPerson({ name: 'Ilse' }), CATALOGUE)).toMatch(/^Ilse; 0\.0/);
    expect(itemLine(aCamera({ letter: 'B', focalMm: 85 }), CATALOGUE)).toMatch(/^Camera B: 85\u00a0mm; /);
    expect(itemLine(aMeter(), CATALOGUE)).toMatch(/^Dial; /);
    expect(itemLine(aFrame({ name: 'Silk', widthM: 2.4, heightM: 1.2 }), CATALOGUE)).toMatch(
      /^Silk: .+, 2\.4\u00a0×\u00a01\.2\u00a0m; /,
    );
    expect(itemLine(aFlag({ name: 'Cut' }), CATALOGUE)).toMatch(/^Cut: 1\.2\u00a0×\u00a01\.2\u00a0m; /);
  });
});

describe('the picture for a sheet', () => {
  const room = aRoom({
    widthM: 6,
    depthM: 4,
    upBearingDeg: 90,
    features: [aFeature({ name: 'Bay <east> & "north"' })],
  });
  const plan = aPlan([
    aSource({ xM: 1, yM: 1 }),
    aSource({ id: 'two', xM: 2, yM: 1, on: false }),
    aCamera({ xM: 3, yM: 3 }),
    aPerson({ name: 'Ilse', xM: 4, yM: 2 }),
  ]);
  // Drawn within each test: what is drawn before them no change to the program would reach.
  const drawn = () => planSvg(plan, room, CAMERAS);
  const texts = () => [...drawn().matchAll(/<text[^>]*>([^<]*)<\/text>/g)].map((m) => m[1]);
  it('has a square to each metre within the room, and the room’s own walls', () => {
    expect(drawn().match(/stroke="#ddd"/g)).toHaveLength(5 + 3);
    expect(drawn()).toContain(
      '<rect x="0" y="0" width="600" height="400" fill="none" stroke="#111" stroke-width="6"/>',
    );
    expect(drawn()).toContain('viewBox="-60 -60 720 520"');
  });
  it('has numbers on sources, letters on cameras, names on people, all escaped', () => {
    expect(texts()).toEqual([
      '1',
      '2',
      'A',
      'Ilse',
      'Bay &lt;east&gt; &amp; &quot;north&quot;',
      'N',
      'one square is 1 m',
    ]);
    expect(drawn()).toMatch(/x="100" y="108" font-size="22" fill="#fff"[^>]*>1</);
    expect(drawn()).toMatch(/fill="#111"[^>]*>2</);
  });
  it('places things where they stand, to scale', () => {
    expect(drawn()).toContain('transform="translate(100 100) scale(100)"');
    expect(drawn()).toContain('transform="translate(300 300) scale(100)"');
  });
  it('points north by the room’s bearing: with the top to the east it lies to the left', () => {
    const [, x1, y1, x2, y2] = drawn().match(
      /<path d="M([\d.]+) ([\d.]+)L([\d.]+) ([\d.]+)" stroke="#111" stroke-width="3"/,
    )!;
    expect(Number(x2)).toBeLessThan(Number(x1));
    expect(Number(y1)).toBeCloseTo(Number(y2), 3);
    expect(Number(x1) - Number(x2)).toBeCloseTo(70, 3);
  });
  it('of a space in the open is dashed; without a room it is as large as what stands on it, and says no north', () => {
    expect(planSvg(plan, aRoom({ ...room, outside: true }), CAMERAS)).toMatch(
      /stroke-width="2" stroke-dasharray="14 10"/,
    );
    const bare = planSvg(aPlan([aPerson({ xM: 11, yM: 2 })]), null, CAMERAS);
    expect(bare).toContain('width="1200" height="700"');
    expect(bare).not.toContain('>N<');
  });
  it('is at least nine by seven metres', () => {
    expect(sizeOf(aPlan([]), null)).toEqual([9, 7]);
    expect(sizeOf(aPlan([aPerson({ xM: 20, yM: 9 })]), null)).toEqual([21, 10]);
    expect(sizeOf(aPlan([aPerson({ xM: 20 })]), room)).toEqual([6, 4]);
  });
  it('holds nothing that is no number', () => expect(drawn()).not.toMatch(/NaN|undefined|Infinity/));
});
