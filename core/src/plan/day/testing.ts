import fc from 'fast-check';
import type { OrderPlan, OrderShot } from './orderModel.ts';

/** Plans of up to `most` shots for properties: places, setups and sides of a made-up day, with windows, pins, `after` and meals. */
export const plans = (most: number, { rules = true, metric = false } = {}): fc.Arbitrary<OrderPlan> =>
  fc
    .record({
      shots: fc.array(
        fc.record({
          minutes: fc.integer({ min: 2, max: 40 }),
          where: fc.integer({ min: 0, max: 5 }),
          side: fc.constantFrom('left', 'right'),
          lens: fc.constantFrom(undefined, '35', '85'),
          people: fc.uniqueArray(fc.constantFrom('i', 'd', 'w'), { maxLength: 2 }),
          effort: fc.integer({ min: 0, max: 3 }),
          priority: fc.constantFrom('must' as const, 'should' as const, 'nice' as const),
          window: fc.option(fc.tuple(fc.integer({ min: 380, max: 700 }), fc.integer({ min: 45, max: 300 })), {
            freq: 4,
          }),
          pin: fc.option(fc.integer({ min: 420, max: 800 }), { freq: 7 }),
          after: fc.option(fc.nat(), { freq: 4 }),
        }),
        { minLength: 1, maxLength: most },
      ),
      meals: fc.array(
        fc.record({
          from: fc.integer({ min: 0, max: 200 }),
          span: fc.integer({ min: 0, max: 200 }),
          minutes: fc.integer({ min: 20, max: 45 }),
        }),
        { maxLength: 2 },
      ),
    })
    .map(({ shots, meals }) => {
      const setups = ['L1', 'L2', 'L3', 'T1', 'T2', 'T3'];
      const place = (where: number) => (where < 3 ? 'bench' : 'tower');
      const relight = Object.fromEntries(
        setups.flatMap((a, i) =>
          setups.flatMap((b, j) =>
            i === j ? [] : [[`${a}>${b}`, metric ? 20 : 8 + ((i * 7 + j * 11) % 30)] as const],
          ),
        ),
      );
      return {
        startMin: 420,
        school: 'changeovers',
        seed: 3,
        budgetMs: 40,
        change: {
          repositionMin: 4,
          lensMin: 3,
          rigMin: 6,
          turnaroundMin: 15,
          relightDefaultMin: 30,
          relightMin: { ...relight, ...Object.fromEntries(setups.map((x, i) => [`>${x}`, metric ? 25 : 20 + i * 3])) },
          moveMin: { 'bench>tower': 40, 'tower>bench': metric ? 40 : 33 },
        },
        meals: meals.map((m) => ({ earliestAfterMin: m.from, latestAfterMin: m.from + m.span, minutes: m.minutes })),
        shots: shots.map((s, i): OrderShot => ({
          id: `s${i}`,
          minutes: s.minutes,
          place: place(s.where),
          setup: setups[s.where] as string,
          side: s.side,
          ...(s.lens ? { lens: s.lens } : {}),
          people: s.people,
          effort: s.effort,
          priority: s.priority,
          ...(rules && s.window ? { windows: [[s.window[0], s.window[0] + s.window[1]]] } : {}),
          ...(rules && s.pin !== null ? { pinnedStartMin: s.pin } : {}),
          ...(rules && s.after !== null && i > 0 ? { after: [`s${s.after % i}`] } : {}),
        })),
      };
    });

/** A shot of ten minutes at one place, with only what a test is about said. */
export const shotOf = (id: string, setup: string, more: Partial<OrderShot> = {}): OrderShot => ({
  id,
  minutes: 10,
  place: 'p',
  setup,
  side: 'a',
  ...more,
});
/** A plan from eight, with the usual minutes of changes. */
export const aPlanOf = (shots: OrderShot[], more: Partial<OrderPlan> = {}): OrderPlan => ({
  startMin: 480,
  school: 'story',
  shots,
  change: { repositionMin: 4, lensMin: 3, rigMin: 6, turnaroundMin: 15, relightDefaultMin: 30, moveMin: {} },
  ...more,
});

/** Change-overs of a made-up day over two places, and a shot and a plan with what they usually have. */
export const CHANGE: OrderPlan['change'] = {
  ...{ repositionMin: 4, lensMin: 3, rigMin: 6, turnaroundMin: 15, relightDefaultMin: 30 },
  moveMin: { 'p>q': 40, 'q>p': 40 },
};
export const aShot = (id: string, minutes: number, more: Partial<OrderShot> = {}): OrderShot => ({
  ...{ id, minutes, place: 'p', setup: 'L1', side: 'a' },
  ...more,
});
export const anOrder = (shots: OrderShot[], more: Partial<OrderPlan> = {}): OrderPlan => ({
  ...{ startMin: 480, school: 'story', shots, change: CHANGE },
  ...more,
});
