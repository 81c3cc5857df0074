import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lifeboat } from '../../../../demo/src/lifeboat.ts';
import { minuteToMs } from '../../base/time/index.ts';
import { bellRows } from '../../whole/productions/testing.ts';
import { planOf } from '../../whole/productions/index.ts';
import { PLAY_FAULT_WORDS, playedDay, playPaceMs, type PlayStep, type PlayWish } from './index.ts';

const { rows } = bellRows();
const bellDay = rows.days[0]!;
const bell = planOf(rows, bellDay);
let n = 0;
const boat = lifeboat(() => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`);
const boatPlan = planOf({ ...boat }, boat.days[0]!);
const wish = (more: Partial<PlayWish> = {}): PlayWish => ({
  ...{ seed: 7, fromMs: minuteToMs(bellDay.date, bellDay.timeZone, 0), letters: ['A', 'B'], faultEvery: 6 },
  ...more,
});
const kinds = (steps: PlayStep[]) => steps.map((s) => s.kind);

describe('a day that is played', () => {
  it('is the same for a seed, and another for another', () => {
    const play = (seed: number) => JSON.stringify(playedDay(bell, new Map(), wish({ seed })));
    expect(play(7)).toBe(play(7));
    expect(play(7)).not.toBe(play(8));
  });
  it('whatever the seed: times never go back, each take is rolled, cut and judged, and at most one rolls', () => {
    fc.assert(
      fc.property(
        fc.integer(),
        fc.integer({ min: 0, max: 5 }),
        fc.constantFrom(bell, boatPlan),
        (seed, faultEvery, plan) => {
          let rolls = 0;
          let last = 0;
          for (const step of playedDay(plan, new Map(), wish({ seed, faultEvery, fromMs: 0 }))) {
            expect(step.atMs).toBeGreaterThanOrEqual(last);
            last = step.atMs;
            if (step.kind === 'roll') rolls += 1;
            if (step.kind === 'cut') rolls -= 1;
            if (step.kind === 'camera') expect(rolls).toBe(1);
            expect(rolls === 0 || rolls === 1).toBe(true);
          }
          expect(rolls).toBe(0);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('has every planned take of what is not had, the last one good; what is had is not played again', () => {
    const [first] = bell.rows.filter((r) => r.shot);
    const all = playedDay(bell, new Map(), wish());
    const rolled = (steps: PlayStep[], id: string) => steps.filter((s) => s.kind === 'roll' && s.shotId === id).length;
    expect(rolled(all, first!.shot!.id)).toBe(first!.shot!.takesPlanned);
    const rest = playedDay(bell, new Map([[first!.shot!.id, 'got']]), wish());
    expect(rolled(rest, first!.shot!.id)).toBe(0);
  });
  it('begins where the clock stands', () => {
    const noon = minuteToMs(bellDay.date, bellDay.timeZone, 720);
    const steps = playedDay(bell, new Map(), wish({ fromMs: noon }));
    expect(steps.length).toBeGreaterThan(10);
    expect(Math.min(...steps.map((s) => s.atMs))).toBeGreaterThanOrEqual(noon);
  });
  it('moments begin and are over, at most three minutes late; clocks are jammed after a meal', () => {
    const steps = playedDay(boatPlan, new Map(), wish({ fromMs: 0 }));
    const moments = boatPlan.rows.filter((r) => r.programme);
    for (const kind of ['began', 'over'] as const)
      expect(steps.filter((s) => s.kind === kind)).toHaveLength(moments.length);
    const launch = moments.find((m) => m.title === 'Launch')!;
    const began = steps.find((s) => s.kind === 'began' && s.sceneId === launch.itemId)!;
    const late = began.atMs - minuteToMs(boat.days[0]!.date, boat.days[0]!.timeZone, launch.startMin);
    expect(late).toBeGreaterThanOrEqual(0);
    expect(late).toBeLessThanOrEqual(180_000);
    const bellKinds = kinds(playedDay(bell, new Map(), wish()));
    expect(bellKinds.filter((k) => k === 'jam')).toHaveLength(bell.meals.length);
    expect(bellKinds.filter((k) => k === 'cards')).toHaveLength(bell.meals.length + 1);
    expect(bellKinds.at(-1)).toBe('cards');
    expect(playedDay(bell, new Map(), wish({ fromMs: Number.MAX_SAFE_INTEGER }))).toEqual([]);
  });
  it('meets faults as often as asked, each said in words', () => {
    const none = playedDay(bell, new Map(), wish({ faultEvery: 0 }));
    expect(kinds(none)).not.toContain('note');
    const all = playedDay(bell, new Map(), wish({ faultEvery: 1 }));
    const notes = all.flatMap((s) => (s.kind === 'note' ? [s.words] : []));
    expect(notes).toHaveLength(kinds(all).filter((k) => k === 'roll').length);
    for (const words of Object.values(PLAY_FAULT_WORDS)) expect(notes.some((w) => w.includes(words))).toBe(true);
  });
  it('takes three minutes, but no step goes by too quickly or stands too long', () => {
    expect(playPaceMs(180)).toBe(1000);
    expect(playPaceMs(100_000)).toBe(120);
    expect(playPaceMs(0)).toBe(2500);
  });
});
