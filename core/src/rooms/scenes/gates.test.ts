import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ShotState } from './index.ts';
import { enough, gatesOf, slotClashes, type Slot } from './index.ts';
import { sceneRow, shotRow } from './testing.ts';

const portraits = sceneRow({
  id: 'portraits',
  number: '3',
  kind: 'moment',
  title: 'Crew portraits',
  plannedMin: 790,
  lengthMin: 18,
});
const blessing = sceneRow({
  id: 'blessing',
  number: '4',
  kind: 'moment',
  title: 'Blessing',
  plannedMin: 808,
  lengthMin: 12,
  position: 2,
});
const portrait = (i: number, operatorId: string | null = 'ro') =>
  shotRow(`3${'ABCDEFGHJKL'[i]}`, {
    sceneId: 'portraits',
    beforeSceneId: 'blessing',
    minutesOverride: 2,
    operatorId,
    priority: 'must',
  });
const eleven = Array.from({ length: 11 }, (_, i) => portrait(i));
const base = {
  scenes: [blessing, portraits],
  shots: eleven,
  slots: [] as Slot[],
  states: new Map<string, ShotState>(),
  nowMin: null as number | null,
};
const slot = (
  startMin: number,
  lengthMin: number,
  holderId: string,
  sceneId = 'portraits',
  id = `${startMin}`,
): Slot => ({
  id,
  productionId: '',
  version: 1,
  deletedAt: null,
  sceneId,
  holderId,
  startMin,
  lengthMin,
  note: '',
});

describe('gates', () => {
  it('eleven portraits of two minutes in eighteen are four minutes short', () => {
    const [gate] = gatesOf(base);
    expect(gate?.loads).toMatchObject([{ operatorId: 'ro', neededMin: 22, availableMin: 18, shortMin: 4 }]);
    expect(gate?.words).toBe('11\u00a0shots before “Blessing”: 4\u00a0min short.');
  });
  it('two operators work side by side', () => {
    const shots = eleven.map((s, i) => ({ ...s, operatorId: i % 2 ? 'mirko' : 'ro' }));
    expect(gatesOf({ ...base, shots })[0]?.loads.map((l) => [l.neededMin, l.shortMin])).toEqual([
      [12, 0],
      [10, 0],
    ]);
  });
  it('what is got no longer counts, and time runs from now', () => {
    const states = new Map(eleven.slice(0, 6).map((s): [string, ShotState] => [s.id, 'got']));
    const [gate] = gatesOf({ ...base, states, nowMin: 800 });
    expect(gate?.loads[0]).toMatchObject({ neededMin: 10, availableMin: 8, shortMin: 2 });
    expect(gate?.left).toHaveLength(5);
  });
  it('minutes in which somebody else holds the place don’t count, one’s own do', () => {
    expect(
      gatesOf({ ...base, slots: [slot(792, 5, 'caspian'), slot(795, 4, 'caspian', 'portraits', 'b')] })[0]?.loads[0]
        ?.availableMin,
    ).toBe(11);
    expect(gatesOf({ ...base, slots: [slot(792, 5, 'ro')] })[0]?.loads[0]?.availableMin).toBe(18);
    expect(gatesOf({ ...base, slots: [slot(792, 5, 'caspian', 'blessing')] })[0]?.loads[0]?.availableMin).toBe(18);
  });
  it('says what was missed once it has begun, and nothing when all is had', () => {
    expect(gatesOf({ ...base, shots: eleven.slice(0, 2), nowMin: 809 })[0]?.words).toBe(
      '“Blessing” has begun without 2\u00a0shots: 3A, 3B.',
    );
    const states = new Map(eleven.map((s): [string, ShotState] => [s.id, 'got']));
    expect(gatesOf({ ...base, states, nowMin: 809 })[0]?.words).toBe('Everything for “Blessing” is had.');
  });
  it('without times it claims nothing', () => {
    const [gate] = gatesOf({ ...base, scenes: [portraits, { ...blessing, plannedMin: null }] });
    expect(gate?.loads[0]).toMatchObject({ neededMin: 22, availableMin: null, shortMin: 0 });
  });
  it('needed and available never turn negative, and more got never makes it shorter', () => {
    const arbitrary = fc.record({
      nowMin: fc.option(fc.integer({ min: 700, max: 900 }), { nil: null }),
      got: fc.subarray(eleven),
      slots: fc.array(fc.tuple(fc.integer({ min: 780, max: 810 }), fc.integer({ min: 0, max: 20 })), { maxLength: 4 }),
    });
    fc.assert(
      fc.property(arbitrary, ({ nowMin, got, slots }) => {
        const held = slots.map(([at, length], i) => slot(at, length, 'caspian', 'portraits', String(i)));
        const short = (list: typeof got) => {
          const states = new Map(list.map((s): [string, ShotState] => [s.id, 'got']));
          const [load] = gatesOf({ ...base, nowMin, slots: held, states })[0]?.loads ?? [];
          expect(load?.neededMin).toBeGreaterThanOrEqual(0);
          expect(load?.availableMin).toBeGreaterThanOrEqual(0);
          return load?.shortMin ?? 0;
        };
        expect(short(got)).toBeLessThanOrEqual(short(got.slice(1)));
      }),
    );
  });
});

describe('slots', () => {
  it('clash when one place or one holder is taken twice at a time', () => {
    expect(slotClashes([slot(600, 10, 'a'), slot(605, 5, 'b')])).toHaveLength(1);
    expect(slotClashes([slot(600, 10, 'a'), slot(610, 5, 'b')])).toHaveLength(0);
    expect(slotClashes([slot(600, 10, 'a'), slot(605, 5, 'a', 'blessing', 'x')])).toHaveLength(1);
    expect(slotClashes([slot(600, 10, 'a'), slot(605, 5, 'b', 'blessing', 'x')])).toHaveLength(0);
  });
});

describe('enough', () => {
  const must = shotRow('8A', { priority: 'must' });
  const nice = shotRow('8B', { priority: 'nice' });
  it('is when every must is had', () => {
    expect(enough([must, nice], new Map([[must.id, 'got']]))).toMatchObject({
      enough: true,
      words: expect.stringContaining('you may stop'),
    });
    expect(enough([must, nice], new Map()).words).toBe('1\u00a0must left: 8A.');
    expect(enough([nice], new Map([[nice.id, 'got']])).enough).toBe(false);
  });
});
