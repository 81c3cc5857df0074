import { beforeAll, describe, expect, it } from 'vitest';
import { ninthBell } from '@kavrell/demo';
import { planOf } from '@kavrell/core/productions';
import type { DayPlan } from '@kavrell/core/day';
import { formatMinuteOfDay } from '@kavrell/core/units';
import { linesOfDay } from './lineFacts.ts';

let plan: DayPlan;
let say: (minute: number) => string;
beforeAll(() => {
  let n = 0;
  const demo = ninthBell(() => `0190a000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`, '/media');
  const [day] = demo.days;
  plan = planOf({ ...demo, takeEvents: [] } as never, day as never);
  say = (m) => formatMinuteOfDay(m, day as never, '24');
});
const lines = (more: Partial<DayPlan> = {}) => linesOfDay({ ...plan, ...more }, new Map(), say);

describe('the lines of a day', () => {
  it('are its rows, in their order, each at its time', () => {
    expect(lines().map((l) => l.id)).toEqual(plan.rows.map((r) => r.itemId));
    expect(lines().map((l) => l.facts.start)).toEqual(plan.rows.map((r) => say(r.startMin)));
  });
  it('tell all that stands between two of them: nothing of the day is left out', () => {
    let at = plan.order.startMin;
    plan.rows.forEach((row, i) => {
      const between = lines()[i]!.facts.before.reduce((t, b) => t + b.minutes, 0);
      // Waits under half a minute are not told.
      expect(Math.abs(row.startMin - at - between), row.title).toBeLessThanOrEqual(0.5);
      at = Math.max(at, row.endMin);
    });
  });
  it('have the meal before the line that follows it, once', () => {
    const meals = lines().flatMap((l) => l.facts.before.filter((b) => b.title === 'Meal'));
    expect(meals).toHaveLength(plan.meals.length);
    expect(meals[0]).toMatchObject({ start: say(plan.meals[0]!.startMin) });
  });
  it('of shots say their state, planned where nothing was logged; blocks have none', () => {
    const shot = plan.rows.find((r) => r.shot)!;
    const got = linesOfDay(plan, new Map([[shot.shot!.id, 'got']]), say);
    expect(got.find((l) => l.id === shot.itemId)!.facts.state).toBe('got');
    expect(lines().find((l) => l.id === shot.itemId)!.facts.state).toBe('planned');
    const block = plan.rows.find((r) => !r.shot && !r.programme);
    if (block) expect(lines().find((l) => l.id === block.itemId)!.facts.state).toBeNull();
  });
  it('say what must be had, what happens once, and when they may be', () => {
    const [first] = plan.rows;
    const row = { ...first!, shot: { ...first!.shot!, priority: 'must' as const, happensOnce: true } };
    const open = linesOfDay(
      { ...plan, rows: [{ ...row, pinnedStartMin: null, windows: [[540, 600]] }] },
      new Map(),
      say,
    );
    expect(open[0]!.facts.tags).toEqual(['must', 'once', `${say(540)}–${say(600)}`]);
    const fixed = linesOfDay({ ...plan, rows: [{ ...row, pinnedStartMin: 555 }] }, new Map(), say);
    expect(fixed[0]!.facts.tags).toEqual(['must', 'once', `fixed ${say(555)}`]);
  });
  it('name why one waits: for its window, its fixed start, or a moment’s', () => {
    const [first] = plan.rows;
    const late = { ...first!, startMin: plan.order.startMin + 90, endMin: plan.order.startMin + 100, changeMin: 0 };
    const why = (more: object) =>
      linesOfDay({ ...plan, meals: [], rows: [{ ...late, ...more }] }, new Map(), say)[0]!.facts.before.map(
        (b) => b.title,
      );
    expect(why({ pinnedStartMin: null, programme: null })).toEqual(['Wait for the window']);
    expect(why({ pinnedStartMin: late.startMin, programme: null })).toEqual(['Ready, before the fixed start']);
    expect(why({ pinnedStartMin: late.startMin, programme: 'fixed' })).toEqual(['Ready, before it starts']);
  });
  it('are marked where a rule is broken by them', () => {
    const id = plan.rows[1]!.itemId;
    const marked = lines({ violations: [{ ids: [id] }] as never });
    expect(marked.filter((l) => l.facts.trouble).map((l) => l.id)).toEqual([id]);
  });
});
