import { describe, expect, it } from 'vitest';
import { splitOrder } from '../../plan/day/index.ts';
import { planOf, shareBetweenUnits, shareOverDays } from './index.ts';
import { bellRows } from './testing.ts';

const { demo } = bellRows();
const [thursday, friday] = demo.days as [(typeof demo.days)[number], (typeof demo.days)[number]];
const codeOf = (itemId: string) => {
  const item = demo.dayItems.find((i) => i.id === itemId);
  return demo.shots.find((s) => s.id === item?.shotId)?.code ?? item?.title ?? itemId;
};

describe('shots shared out', () => {
  it('over days: everything is somewhere once, the pour stays on its day, nothing is later than it was', () => {
    const { plan, lanes } = shareOverDays(demo, demo.days, []);
    expect(plan.shots).toHaveLength(demo.dayItems.length);
    expect(lanes[0]?.holds?.map(codeOf)).toEqual(expect.arrayContaining(['7C', 'Walk the pour, with barriers']));
    const split = splitOrder({ ...plan, seed: 1 }, lanes, { budgetMs: 400 });
    expect(split.lanes.flatMap((l) => l.ids).sort()).toEqual(demo.dayItems.map((i) => i.id).sort());
    expect(split.lanes[0]?.ids.map(codeOf)).toContain('7C');
    const before = demo.days.map((d) => Math.max(0, planOf(demo, d).wrapMin - d.wantedWrapMin)).reduce((a, b) => a + b);
    expect(split.overMin).toBeLessThanOrEqual(before + 1e-6);
  });
  it('not on a date on which somebody of it can’t', () => {
    const ilse = demo.people.find((p) => p.shortName === 'Ilse');
    const people = demo.people.map((p) => (p.id === ilse?.id ? { ...p, away: [friday.date] } : p));
    const { lanes } = shareOverDays({ ...demo, people, engagements: [] }, demo.days, []);
    expect(lanes[1]?.cannot?.map(codeOf)).toEqual(expect.arrayContaining(['3A']));
    expect(lanes[0]?.cannot).toEqual([]);
    // Who can on none of the days stays where they are: said as a fault of that day, not lost.
    const never = demo.people.map((p) => (p.id === ilse?.id ? { ...p, away: [thursday.date, friday.date] } : p));
    const share = shareOverDays({ ...demo, people: never, engagements: [] }, demo.days, []);
    expect(share.lanes[0]?.cannot?.map(codeOf)).not.toContain('3A');
    expect(() => splitOrder(share.plan, share.lanes, { budgetMs: 20 })).not.toThrow();
  });
  it('between two units: the second takes only what needs nobody and one camera; both end nearer to each other', () => {
    const { plan, lanes } = shareBetweenUnits(demo, thursday, { letter: 'B' });
    const split = splitOrder({ ...plan, seed: 1 }, lanes, { budgetMs: 400, oneAfterTheOther: false });
    const second = split.lanes[1]?.ids ?? [];
    for (const id of second) {
      const shot = demo.shots.find((s) => s.id === demo.dayItems.find((i) => i.id === id)?.shotId);
      expect(shot?.personIds).toEqual([]);
      expect(shot?.happensOnce).toBe(false);
    }
    expect(split.lanes[0]?.ids.map(codeOf)).toContain('7C');
    expect(split.lanes[0]?.wrapMin).toBeLessThanOrEqual(planOf(demo, thursday).lastShotEndMin);
  });
  it('no day, no shots: an empty plan, and the split says so', () => {
    const none = shareOverDays(demo, [], []);
    expect(none).toMatchObject({ lanes: [], plan: { shots: [] } });
    expect(() => splitOrder(none.plan, none.lanes)).toThrow(/no day/);
  });
});
