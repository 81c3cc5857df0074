import { describe, expect, it } from 'vitest';
import type { DayPlan } from '../../plan/day/index.ts';
import { factsOf, planOf } from '../../whole/productions/index.ts';
import { bellRows } from '../../whole/productions/testing.ts';
import type { ProductionRows } from '../../whole/productions/index.ts';
import { ledger as spaced, type Answer, type LedgerSources } from './index.ts';

const { rows } = bellRows();
const [thursday] = rows.days as [(typeof rows.days)[number]];
const BEFORE = Date.parse('2027-03-17T12:00:00Z');
const AT_ELEVEN = Date.parse('2027-03-18T11:00:00Z');
/** Figures keep their units with a space that does not break: here a space is a space. */
const plainly = (answers: readonly Answer[]) =>
  JSON.parse(JSON.stringify(answers).replaceAll('\u00a0', ' ')) as [Answer, Answer, Answer];
const ledger = (sources: LedgerSources) => plainly(spaced(sources));
const answersOf = (r: ProductionRows, nowMs = BEFORE) => plainly(factsOf(r, thursday, nowMs).answers);
const bare: LedgerSources = {
  plan: null,
  projection: null,
  shots: [],
  states: new Map(),
  dayShotIds: new Set(),
  cards: [],
  takes: 0,
  clock: '24',
};

/** The line of the why that adds up, as its minutes: call, then what follows, then the wrap it says. */
function added(why: readonly string[]): { from: number; minutes: number[]; wrap: number; line: string } {
  const line = why.find((w) => w.startsWith('As planned')) ?? '';
  const clock = (text: string) => {
    const [h, m] = text.split(':').map(Number) as [number, number];
    return h * 60 + m;
  };
  return {
    line,
    from: clock(/call (\d\d:\d\d)/.exec(line)?.[1] ?? ''),
    minutes: [...line.matchAll(/ (\d+) min/g)].map((m) => Number(m[1])),
    wrap: clock(/= (\d\d:\d\d)/.exec(line)?.[1] ?? ''),
  };
}
const total = ({ from, minutes }: ReturnType<typeof added>) => from + minutes.reduce((a, b) => a + b, 0);

describe('will we make the day', () => {
  it('says the wrap against the one that is wanted, and its why adds up to it', () => {
    const [make] = answersOf(rows);
    const plan = planOf(rows, thursday);
    const sum = added(make.why);
    expect(sum.minutes).toHaveLength(6);
    // Each of six figures is rounded to a minute.
    expect(Math.abs(total(sum) - sum.wrap)).toBeLessThanOrEqual(3);
    expect(Math.abs(sum.wrap - plan.wrapMin)).toBeLessThanOrEqual(1);
    const late = Math.round(plan.wrapMin - thursday.wantedWrapMin);
    expect(make.figure).toBe(late === 0 ? 'just' : `${Math.abs(late)} min ${late > 0 ? 'over' : 'to spare'}`);
    expect(make.look).toBe(late > 0 || plan.violations.length > 0);
  });
  it('of two units the why adds up for the one that wraps last, and names it', () => {
    const second = new Set(rows.shots.filter((s) => s.code.startsWith('3')).map((s) => s.id));
    const dayItems = rows.dayItems.map((i) => (i.shotId && second.has(i.shotId) ? { ...i, unit: 2 } : i));
    const [make] = answersOf({ ...rows, dayItems });
    const sum = added(make.why);
    expect(sum.line).toContain('(Main unit, which wraps last)');
    expect(Math.abs(total(sum) - sum.wrap)).toBeLessThanOrEqual(3);
  });
  it('under way it is projected: behind or ahead of the plan is said beside what was planned', () => {
    const [make] = answersOf(rows, AT_ELEVEN);
    expect(make.why[0]).toMatch(/^Projected from now: wrap at /);
    expect(make.why.some((w) => w.startsWith('Against the plan: '))).toBe(true);
    expect(added(make.why).line).toMatch(/^As planned: call /);
    // Nothing was shot by eleven: that can't be in time.
    expect(make.look).toBe(true);
    expect(make.figure).toMatch(/over$/);
  });
  it('with nothing in the order it says what to do and asks nobody to look', () => {
    for (const plan of [null, { ...planOf(rows, thursday), rows: [] } as DayPlan]) {
      const [make] = ledger({ ...bare, plan });
      expect([make.figure, make.look]).toEqual(['–', false]);
      expect(make.why[0]).toContain('Put shots into the day’s order');
    }
  });
});

describe('do we have it', () => {
  const shots = rows.shots
    .slice(0, 4)
    .map((s, i) => ({ ...s, priority: i < 2 ? ('must' as const) : ('nice' as const) }));
  const ids = shots.map((s) => s.id);
  const got = (states: Record<number, 'got' | 'dropped'>) =>
    ledger({
      ...bare,
      shots,
      dayShotIds: new Set(ids.slice(0, 3)),
      states: new Map(Object.entries(states).map(([i, state]) => [ids[Number(i)]!, state])),
    })[1];
  it('counts this day’s shots that are got; musts that are left are named', () => {
    expect(got({})).toMatchObject({ figure: '0 of 3', rest: '2 musts left' });
    expect(got({ 0: 'got' })).toMatchObject({ figure: '1 of 3', rest: '1 must left' });
    expect(got({ 0: 'got' }).why).toContain(`Musts left: ${shots[1]?.code}.`);
    expect(got({ 0: 'got', 1: 'got' })).toMatchObject({ figure: '2 of 3', rest: 'every must got' });
  });
  it('one that was dropped is counted neither way, and said', () => {
    const answer = got({ 0: 'got', 1: 'dropped' });
    expect(answer).toMatchObject({ figure: '1 of 2', rest: 'every must got' });
    expect(answer.why).toContain(`Dropped, not counted: ${shots[1]?.code}.`);
  });
  it('a shot of another day counts nowhere', () => {
    expect(got({ 3: 'got' }).figure).toBe('0 of 3');
    expect(ledger(bare)[1]).toMatchObject({ figure: '0 of 0', rest: 'no shots this day' });
  });
});

describe('is it kept', () => {
  const card = (label: string, state: 'onCardOnly' | 'copied' | 'verified' | 'kept', clips = 1) =>
    ({ card: { label }, state, clips: Array(clips).fill({}), missing: `${label} lacks something` }) as never;
  const kept = (...cards: never[]) => ledger({ ...bare, cards })[2];
  it('names the worst first: one that is on its card only before one that lacks a copy', () => {
    expect(kept(card('B1', 'verified'), card('A1', 'onCardOnly'), card('C1', 'kept'))).toMatchObject({
      figure: '1 of 3 cards',
      rest: 'A1 on its card only',
      look: true,
    });
    expect(kept(card('B1', 'verified'))).toMatchObject({ rest: 'B1 not kept yet', figure: '0 of 1 card' });
    expect(kept(card('B1', 'copied')).rest).toBe('B1 part copied');
  });
  it('an empty card is no worry; with all kept nobody needs to look', () => {
    expect(kept(card('A1', 'onCardOnly', 0), card('B1', 'kept'))).toMatchObject({
      figure: '1 of 1 card',
      rest: 'all kept',
      look: false,
    });
    expect(kept()).toMatchObject({ rest: 'nothing recorded yet', look: false });
    expect(ledger({ ...bare, cards: [], takes: 1 })[2].rest).toBe('1 take, no card read yet');
  });
  it('the why says of each what it lacks', () => {
    expect(kept(card('A1', 'onCardOnly'), card('B1', 'kept')).why.slice(1)).toEqual(['A1: A1 lacks something']);
  });
});
