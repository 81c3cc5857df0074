import { describe, expect, it } from 'vitest';
import { seeded } from '../../base/random/index.ts';
import { solveOrder, splitOrder, timeOrder, type Order, type OrderPlan, type OrderShot } from './index.ts';

const CHANGE: OrderPlan['change'] = {
  ...{ repositionMin: 4, lensMin: 3, rigMin: 6, turnaroundMin: 15, relightDefaultMin: 30 },
  moveMin: { 'bench>tower': 40, 'tower>bench': 40 },
};
/** A day of `count` shots over two places, four setups and two sides each, dealt out so that no two alike follow each other. */
function dealt(count: number, more: (i: number) => Partial<OrderShot> = () => ({})): OrderPlan {
  const kinds = ['bench', 'tower'].flatMap((place) =>
    ['L1', 'L2'].flatMap((setup) => ['a', 'b'].map((side) => ({ place, setup: `${place[0]}${setup}`, side }))),
  );
  const shots = Array.from({ length: count }, (_, i): OrderShot => ({
    id: `s${i}`,
    minutes: 6 + ((i * 7) % 9),
    ...kinds[(i * 5) % kinds.length]!,
    ...more(i),
  }));
  return { startMin: 420, school: 'changeovers', seed: 1, budgetMs: 30, change: CHANGE, shots };
}
const of = (plan: OrderPlan, id: string) => plan.shots.find((s) => s.id === id)!;
const listed = (plan: OrderPlan) =>
  timeOrder(
    plan,
    plan.shots.map((s) => s.id),
  );
/** All that is together of one kind, kinds of one setup and setups of one place side by side: nothing can change over less. */
const together = (plan: OrderPlan) =>
  timeOrder(
    plan,
    [...plan.shots]
      .sort((a, b) => `${a.place}${a.setup}${a.side}`.localeCompare(`${b.place}${b.setup}${b.side}`))
      .map((s) => s.id),
  );
const runsOf = (o: Order, key: (id: string) => string) =>
  o.order.filter((x, i) => i === 0 || key(x.id) !== key(o.order[i - 1]!.id)).length;

describe('beyond fifteen shots the search', () => {
  it.each([16, 18, 24, 40])('of %i that lie mixed puts together all that is together', (count) => {
    const plan = dealt(count);
    const found = solveOrder(plan);
    expect(found.changeMin).toBe(together(plan).changeMin);
    expect(found.wrapMin).toBe(together(plan).wrapMin);
    expect(runsOf(found, (id) => of(plan, id).place)).toBe(2);
    expect(runsOf(found, (id) => of(plan, id).setup)).toBe(4);
    expect(runsOf(found, (id) => of(plan, id).setup + of(plan, id).side)).toBe(8);
    expect(found.changeMin).toBeLessThan(listed(plan).changeMin / 2);
  });
  it.each([1, 2, 3])('finds it whatever its seed (%i)', (seed) => {
    const plan = { ...dealt(20), seed };
    expect(solveOrder(plan).changeMin).toBe(together(plan).changeMin);
  });
  it('keeps what must come first, what is fixed and what has a window, while there is a way', () => {
    const plan = dealt(20, (i) => ({
      ...(i === 3 ? { after: ['s17'] } : {}),
      ...(i === 8 ? { pinnedStartMin: 540 } : {}),
      ...(i === 12 ? { windows: [[600, 660]] } : {}),
    }));
    const found = solveOrder(plan);
    expect(found.violations).toEqual([]);
    const at = (id: string) => found.order.findIndex((o) => o.id === id);
    const starts = (id: string) => found.order[at(id)]!.startMin;
    expect(at('s17')).toBeLessThan(at('s3'));
    expect(starts('s8')).toBe(540);
    expect(starts('s12')).toBeGreaterThanOrEqual(600);
    expect(starts('s12') + of(plan, 's12').minutes).toBeLessThanOrEqual(660);
  });
  it('of rules that can’t all be kept breaks the fewest, and never a must for a wish', () => {
    // Both must begin at nine and take ten minutes: one can’t.
    const plan = dealt(18, (i) => ({
      ...(i === 2 ? { pinnedStartMin: 540, priority: 'must' as const, minutes: 30 } : {}),
      ...(i === 9 ? { pinnedStartMin: 545, priority: 'nice' as const, minutes: 30 } : {}),
    }));
    const found = solveOrder(plan);
    expect(found.violations.map((v) => v.ids[0])).toEqual(['s9']);
    expect(found.order.find((o) => o.id === 's2')!.startMin).toBe(540);
  });
  it('for people first waits least: who is only in two shots has them side by side', () => {
    const plan: OrderPlan = {
      ...dealt(18, (i) => ({ people: i === 1 || i === 16 ? ['ilse'] : ['mirko'] })),
      school: 'people',
    };
    const found = solveOrder(plan);
    expect(found.waitingMin).toBeLessThan(listed(plan).waitingMin / 4);
    const at = found.order.map((o) => o.id);
    expect(Math.abs(at.indexOf('s1') - at.indexOf('s16'))).toBe(1);
  });
  it('for demanding first has the hardest in the first half', () => {
    const plan: OrderPlan = { ...dealt(18, (i) => ({ effort: i % 6 === 0 ? 3 : 0 })), school: 'effort' };
    const found = solveOrder(plan);
    const at = found.order.map((o) => o.id);
    for (const id of ['s0', 's6', 's12']) expect(at.indexOf(id)).toBeLessThan(9);
    const weight = (o: Order) => o.order.reduce((t, x) => t + (of(plan, x.id).effort ?? 0) * x.startMin, 0);
    expect(weight(found)).toBeLessThan(weight(listed(plan)));
  });
  it('says “optimal” only where no order could wrap earlier: the way between kinds is counted for each', () => {
    const alike = {
      ...dealt(20),
      shots: dealt(20).shots.map((s) => ({ ...s, place: 'bench', setup: 'L1', side: 'a' })),
    };
    expect(solveOrder(alike, { place: 'bench', setup: 'L1', side: 'a' }).optimal).toBe(true);
    // Where the day begins something must be set up first, which another order might have spared: not proven.
    expect(solveOrder(alike).optimal).toBe(false);
    expect(solveOrder(dealt(20)).optimal).toBe(false);
  });
});

describe('the search is the same on any machine', () => {
  /** One line of what was found: the order, when it wraps, and what it costs. */
  const line = (o: Order) =>
    `${o.order.map((x) => x.id.slice(1)).join(' ')} | wrap ${o.wrapMin}, change ${o.changeMin}, waiting ${o.waitingMin}`;
  const busy = (school: OrderPlan['school'], seed: number): OrderPlan => ({
    ...dealt(17, (i) => ({
      people: i % 3 === 0 ? ['ilse'] : i % 4 === 0 ? ['mirko', 'ilse'] : [],
      effort: i % 4,
      ...(i % 5 === 2 ? { lens: '85' } : {}),
      ...(i === 4 ? { windows: [[500, 640]] as [number, number][] } : {}),
      ...(i === 11 ? { pinnedStartMin: 620 } : {}),
      ...(i === 6 ? { after: ['s13'] } : {}),
    })),
    ...{ school, seed, budgetMs: 8, meals: [{ earliestAfterMin: 200, latestAfterMin: 360, minutes: 45 }] },
  });
  it.each([
    ['changeovers', 1, '13 5 1 9 4 11 3 14 6 12 16 8 0 15 7 10 2 | wrap 980, change 343, waiting 443'],
    ['changeovers', 7, '13 10 4 3 11 14 6 9 1 12 16 8 0 5 15 7 2 | wrap 1014, change 377, waiting 527'],
    ['effort', 1, '3 14 9 1 12 4 11 2 10 7 15 13 5 6 16 8 0 | wrap 1060, change 412, waiting 894'],
    ['effort', 7, '3 14 9 1 12 4 11 7 15 2 10 13 5 6 0 16 8 | wrap 1060, change 412, waiting 904'],
    ['people', 1, '1 14 12 9 4 11 16 8 0 13 15 3 6 5 10 2 7 | wrap 1118, change 480, waiting 403'],
    ['people', 7, '0 16 8 4 12 3 11 13 15 9 6 14 1 5 2 10 7 | wrap 1144, change 505, waiting 413'],
  ] as const)('for %s with seed %i', (school, seed, told) => {
    expect(line(solveOrder(busy(school, seed)))).toBe(told);
  });
  it('draws the same numbers from a seed, evenly from 0 to 1', () => {
    const random = seeded(42);
    const drawn = Array.from({ length: 4000 }, random);
    expect(drawn.slice(0, 3).map((v) => v.toFixed(6))).toEqual(['0.601104', '0.448291', '0.852466']);
    expect(Math.min(...drawn)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...drawn)).toBeLessThan(1);
    for (let tenth = 0; tenth < 10; tenth += 1) {
      const count = drawn.filter((v) => Math.floor(v * 10) === tenth).length;
      expect(count).toBeGreaterThan(330);
      expect(count).toBeLessThan(470);
    }
  });
});

describe('whoever watches the search', () => {
  it('is told the best order so far, never a worse one than before, and the share that is done', () => {
    const plan = dealt(24);
    const told: { wrapMin: number; share: number }[] = [];
    const found = solveOrder(plan, null, ({ ids, score }, share) => {
      expect([...ids].sort()).toEqual(plan.shots.map((s) => s.id).sort());
      expect(timeOrder(plan, ids).wrapMin).toBeCloseTo(score.wrapMin, 6);
      told.push({ wrapMin: score.wrapMin, share });
      return true;
    });
    expect(told.at(-1)).toEqual({ wrapMin: found.wrapMin, share: 1 });
    told.forEach((t, i) => i > 0 && expect(t.wrapMin).toBeLessThanOrEqual(told[i - 1]!.wrapMin + 1e-9));
  });
  it('ends it, and has what was best till then', () => {
    const plan = dealt(24);
    let looks = 0;
    const ended = solveOrder(plan, null, () => (looks += 1) < 3);
    expect(looks).toBe(3);
    expect(ended.wrapMin).toBeLessThanOrEqual(listed(plan).wrapMin);
  });
});

describe('how far a search is', () => {
  it('grows from none to all, and the order is the same whether anybody watches', () => {
    const plan = dealt(24);
    const shares: number[] = [];
    const watched = solveOrder({ ...plan, budgetMs: 200 }, null, (_, share) => shares.push(share) > 0);
    expect(shares[0]).toBe(0);
    expect(shares.at(-1)).toBe(1);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.length).toBeGreaterThan(4);
    expect(watched.order).toEqual(solveOrder({ ...plan, budgetMs: 200 }).order);
  });
  it('who says no ends it, with the best so far', () => {
    const plan = dealt(24);
    let asked = 0;
    const ended = solveOrder({ ...plan, budgetMs: 200 }, null, () => (asked += 1) < 2);
    expect(asked).toBe(2);
    expect(ended.order.map((x) => x.id).sort()).toEqual(plan.shots.map((s) => s.id).sort());
  });
  it('sharing out tells its steps too', () => {
    const { shots, ...plan } = dealt(12);
    const lanes = [1, 2].map((n) => ({ name: `day ${n}`, startMin: 420, byMin: 900 }));
    const shares: number[] = [];
    splitOrder({ ...plan, shots }, lanes, { budgetMs: 200, onShare: (share) => shares.push(share) });
    expect(shares[0]).toBe(0);
    expect(shares.length).toBeGreaterThan(3);
    expect(shares.every((x, k) => x < 1 && (k === 0 || x > shares[k - 1]!))).toBe(true);
  });
});
