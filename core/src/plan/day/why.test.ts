import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampled } from '../../base/testing.ts';
import { priceOf, splitOrder, timeOrder, whyHere, type OrderShot } from './index.ts';
import { aPlanOf, plans, shotOf } from './testing.ts';

const shot = shotOf;
const plan = aPlanOf;

describe('why here', () => {
  const say = (id: string) => id.toUpperCase();
  it('says what it would cost to stand elsewhere', () => {
    const p = plan([shot('a', 'L1'), shot('b', 'L1'), shot('c', 'L2')]);
    const why = whyHere(p, ['a', 'b', 'c'], 'b', say);
    expect(why.later).toMatch(/wrap \d+\smin later/);
    expect(why.earlier).toBe('it would cost nothing');
    expect(whyHere(p, ['a', 'b', 'c'], 'a', say).earlier).toBe('it is the first');
  });
  it('names the fixed start, the window, and what it would make another miss', () => {
    const p = plan([
      shot('a', 'L1'),
      shot('b', 'L1', { pinnedStartMin: 524 }),
      shot('c', 'L1', { windows: [[538, 560]] }),
    ]);
    expect(whyHere(p, ['a', 'b', 'c'], 'b', say).later).toBe('its fixed start holds it');
    expect(whyHere(p, ['a', 'b', 'c'], 'a', say).later).toMatch(/wrap|cost|miss/);
  });
  it('the cheapest other place is that of all places: fewest rules broken, then the earliest wrap, then least changing', () => {
    fc.assert(
      fc.property(plans(6), fc.nat(), (p, x) => {
        const ids = p.shots.map((s) => s.id);
        const id = ids[x % ids.length]!;
        const rest = ids.filter((other) => other !== id);
        const now = timeOrder(p, ids);
        const costs = Array.from({ length: rest.length + 1 }, (_, index) => {
          const o = timeOrder(p, [...rest.slice(0, index), id, ...rest.slice(index)]);
          return {
            ...{ index, violations: o.violations.length - now.violations.length },
            ...{ wrapMin: o.wrapMin - now.wrapMin, changeMin: o.changeMin - now.changeMin },
          };
        }).filter(({ index }) => index !== ids.indexOf(id));
        const [cheapest] = [...costs].sort(
          (a, b) => a.violations - b.violations || a.wrapMin - b.wrapMin || a.changeMin - b.changeMin,
        );
        const { best } = whyHere(p, ids, id, say);
        if (!cheapest) {
          expect(best).toBeNull();
          return;
        }
        const { index: _, ...cost } = cheapest;
        expect(best).toMatchObject(cost);
        expect(best).toEqual(costs.find((c) => c.index === best!.index));
      }),
      { numRuns: sampled(60, 20) },
    );
  });
  it('the last place is one of them, and who is alone has none', () => {
    // What stands now is lit as the other two are: the odd one is cheapest behind them.
    const p = plan([shot('odd', 'L2'), shot('a', 'L1'), shot('b', 'L1')]);
    expect(whyHere(p, ['odd', 'a', 'b'], 'odd', say, shot('now', 'L1')).best).toMatchObject({ index: 2 });
    expect(whyHere(plan([shot('a', 'L1')]), ['a'], 'a', say)).toMatchObject({
      best: null,
      earlier: 'it is the first',
      later: 'it is the last',
    });
    const pinned = plan([shot('a', 'L1', { pinnedStartMin: 600 })]);
    expect(whyHere(pinned, ['a'], 'a', say).earlier).toBe('it is the first, at its fixed start');
    const other = plan([shot('a', 'L1'), shot('b', 'L1', { pinnedStartMin: 600 })]);
    expect(whyHere(other, ['a', 'b'], 'a', say).earlier).toBe('it is the first');
  });
  it('what waiting hides is said as such: more and less of change-overs at the same wrap', () => {
    const late = shot('c', 'L3', { pinnedStartMin: 900 });
    const p = plan([shot('a', 'L1'), shot('b', 'L2'), shot('a2', 'L1'), late]);
    expect(whyHere(p, ['a', 'a2', 'b', 'c'], 'a2', say).later).toMatch(
      /^\d+\smin more of change-overs, hidden in waiting$/,
    );
    expect(whyHere(p, ['a', 'b', 'a2', 'c'], 'a2', say).earlier).toMatch(
      /^\d+\smin less of change-overs, hidden in waiting$/,
    );
  });
  it('the price of a move is what timing both says, and nothing for none', () => {
    fc.assert(
      fc.property(plans(8), fc.nat(), fc.nat(), (p, x, y) => {
        const ids = p.shots.map((s) => s.id);
        const moved = [...ids];
        const [one] = moved.splice(x % ids.length, 1);
        moved.splice(y % ids.length, 0, one as string);
        const price = priceOf(p, ids, moved);
        expect(price.wrapMin).toBeCloseTo(timeOrder(p, moved).wrapMin - timeOrder(p, ids).wrapMin, 6);
        expect(priceOf(p, ids, ids)).toEqual({ wrapMin: 0, changeMin: 0, waitingMin: 0, breaks: [] });
      }),
      { numRuns: sampled(60, 20) },
    );
  });
  it('the price of another order names the rules that it would break, and only those', () => {
    const p = plan([
      shot('a', 'L1', { windows: [[480, 540]] }),
      shot('b', 'L1', { minutes: 60 }),
      shot('late', 'L1', { windows: [[480, 490]] }),
    ]);
    const { breaks } = priceOf(p, ['a', 'b', 'late'], ['b', 'a', 'late']);
    const broken = timeOrder(p, ['b', 'a', 'late']).violations.filter((v) => v.ids.includes('a'));
    expect(broken).toHaveLength(1);
    expect(breaks).toContain(broken[0]!.message);
    expect(priceOf(p, ['a', 'b', 'late'], ['a', 'b', 'late']).breaks).toEqual([]);
  });
});

describe('shots over several days', () => {
  const lanes = [
    { name: 'one', startMin: 480, byMin: 700 },
    { name: 'two', startMin: 480, byMin: 700 },
  ];
  it('every shot is on one day, what must be on one is, setups stay together', () => {
    const p = plan(Array.from({ length: 16 }, (_, i) => shot(`s${i}`, i % 2 ? 'L1' : 'L2')));
    const split = splitOrder(
      p,
      [lanes[0] as (typeof lanes)[number], { ...(lanes[1] as (typeof lanes)[number]), holds: ['s3'] }],
      { budgetMs: 300 },
    );
    expect(split.lanes.flatMap((l) => l.ids).sort()).toEqual(p.shots.map((s) => s.id).sort());
    expect(split.lanes[1]?.ids).toContain('s3');
    expect(split.overMin).toBeLessThan(30);
    expect(split.lanes.every((l) => l.broken === 0)).toBe(true);
    expect(splitOrder(p, lanes, { budgetMs: 100 })).toEqual(splitOrder(p, lanes, { budgetMs: 100 }));
  });
  it('one that can be nowhere, or no day at all, is refused in words', () => {
    const p = plan([shot('a', 'L1')]);
    expect(() =>
      splitOrder(
        p,
        lanes.map((l) => ({ ...l, cannot: ['a'] })),
      ),
    ).toThrow(/can be on none of the days/);
    expect(() => splitOrder(p, [])).toThrow(/no day/);
  });
  it('before anything is sought a setup goes to the day with most room, the first of equals', () => {
    const room = (...wraps: number[]) =>
      splitOrder(
        plan([shot('a', 'L1')]),
        wraps.map((byMin, i) => ({ name: `${i}`, startMin: 480, byMin })),
        { budgetMs: 0 },
      ).lanes.findIndex((l) => l.ids.length > 0);
    expect(room(600, 800, 700)).toBe(1);
    expect(room(600, 700, 800)).toBe(2);
    expect(room(800, 700, 600)).toBe(0);
    expect(room(700, 800, 800)).toBe(1);
  });
  it('where not all can have their time, those that must have it do', () => {
    const at = (id: string, priority: OrderShot['priority']) =>
      shot(id, 'L1', { minutes: 60, priority, windows: [[480, 580]] });
    const ids = ['a', 'b', 'c', 'd'];
    const p = plan([...ids.map((id) => at(`nice-${id}`, 'nice')), ...ids.map((id) => at(`must-${id}`, 'must'))]);
    const days = ids.map((name) => ({ name, startMin: 480, byMin: 900 }));
    for (const seed of [1, 2, 3])
      for (const { ids: own } of splitOrder({ ...p, seed }, days, { budgetMs: 60 }).lanes)
        expect(own.filter((id) => id.startsWith('must'))).toHaveLength(1);
  });
});
