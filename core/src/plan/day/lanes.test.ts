import { describe, expect, it } from 'vitest';
import { ninthBell } from '../../../../demo/src/ninthBell.ts';
import { planOf } from '../../whole/productions/index.ts';
import type { ShotState } from '../../rooms/scenes/index.ts';
import { lanesOf, presentOf, type DayRow, type DayLane } from './index.ts';

let n = 0;
const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
const demo = ninthBell(newId, '/media');
const thursday = demo.days[0] as (typeof demo.days)[number];
const plan = planOf(demo, thursday);
const row = (code: string) => plan.rows.find((r) => r.shot?.code === code) as DayRow;
const lanes = lanesOf(plan, demo);
const lane = (group: DayLane['group'], name: string) =>
  lanes.find((l) => l.group === group && l.name === name) as DayLane;
const minutes = (l: DayLane, kind: string) =>
  l.bars.filter((b) => b.kind === kind).reduce((t, b) => t + b.toMin - b.fromMin, 0);

describe('a day as lanes', () => {
  it('has each person who is needed once, by when they are first needed', () => {
    const people = lanes.filter((l) => l.group === 'people');
    const needed = new Set(plan.rows.flatMap((r) => r.personIds));
    expect(new Set(people.map((l) => l.key))).toEqual(needed);
    const firsts = people.map((l) => l.bars[0]?.fromMin ?? 0);
    expect(firsts).toEqual([...firsts].sort((a, b) => a - b));
  });
  it('every line somebody is needed in lies in one of their stretches, and no waiting lies over work', () => {
    for (const l of lanes.filter((x) => x.group === 'people')) {
      const work = l.bars.filter((b) => b.kind === 'work');
      for (const r of plan.rows.filter((x) => x.personIds.includes(l.key)))
        expect(
          work.filter((b) => b.fromMin <= r.startMin && b.toMin >= r.endMin && b.itemIds.includes(r.itemId)),
        ).toHaveLength(1);
      for (const w of l.bars.filter((b) => b.kind === 'wait'))
        expect(work.every((b) => b.toMin <= w.fromMin || b.fromMin >= w.toMin)).toBe(true);
    }
  });
  it('says how long somebody waits, without the meals in it', () => {
    const ilse = lane('people', 'Ilse');
    const waits = ilse.bars.filter((b) => b.kind === 'wait');
    expect(waits.length).toBeGreaterThan(0);
    for (const w of waits) {
      const eaten = plan.meals.filter((m) => m.startMin >= w.fromMin && m.endMin <= w.toMin);
      const meal = eaten.reduce((t, m) => t + m.endMin - m.startMin, 0);
      expect(w.waitMin).toBeCloseTo(w.toMin - w.fromMin - meal, 6);
    }
  });
  it('joins what is near to a stretch, and takes from the time between what of a meal lies in it', () => {
    const base = plan.rows.find((r) => r.personIds.length > 0) as DayRow;
    const times: [number, number][] = [
      [600, 660],
      [610, 620],
      [680, 690],
      [800, 810],
      [1000, 1010],
      [1035, 1040],
    ];
    const rows = times.map(([startMin, endMin], i) => ({ ...base, itemId: `${i}`, startMin, endMin }));
    const meal = (startMin: number, endMin: number) => ({ ...plan.meals[0]!, startMin, endMin });
    const meals = [meal(670, 720), meal(790, 830)];
    const own = lanesOf({ ...plan, rows, meals }, demo).find((l) => l.key === base.personIds[0]) as DayLane;
    const bars = [...own.bars].sort((a, b) => a.fromMin - b.fromMin);
    expect(bars.map((b) => [b.kind, b.fromMin, b.toMin, b.waitMin, b.itemIds.length])).toEqual([
      ['work', 600, 690, 0, 3],
      ['wait', 690, 800, 110 - 30 - 10, 0],
      ['work', 800, 810, 0, 1],
      ['wait', 810, 1000, 190 - 20, 0],
      ['work', 1000, 1040, 0, 2],
    ]);
  });
  it('names who works a camera, or nobody', () => {
    const letters = lanes.filter((l) => l.group === 'cameras').map((l) => l.name);
    expect(letters).toEqual(
      demo.cameras.filter((c) => plan.rows.some((r) => r.cameras.includes(c.letter))).map((c) => c.letter),
    );
    const said = (cameras: typeof demo.cameras, letter: string) => {
      const own = lanesOf(plan, { ...demo, cameras }).find((l) => l.group === 'cameras' && l.name === letter);
      return new Set(own?.bars.map((x) => x.words));
    };
    const alone = (mount: string) =>
      demo.cameras.map((c) => (c.letter === 'D' ? { ...c, operatorId: null, mount } : c));
    expect(said(demo.cameras, 'A')).toEqual(new Set(['Oda']));
    expect(said(alone('fixed, high corner'), 'D')).toEqual(new Set(['by itself']));
    expect(said(alone('tripod'), 'D')).toEqual(new Set(['nobody']));
  });
  it('whoever claimed a shot works its camera there, and only there', () => {
    const mirko = demo.people.find((p) => p.shortName === 'Mirko')?.id ?? null;
    const shots = demo.shots.map((s) => (s.code === '6C' ? { ...s, operatorId: mirko } : s));
    const { bars } = lanesOf(planOf({ ...demo, shots }, thursday), demo).find((l) => l.key === 'A') as DayLane;
    for (const b of bars) expect(b.words).toBe(b.itemIds.includes(row('6C').itemId) ? 'Mirko' : 'Oda');
    expect(bars.some((b) => b.words === 'Mirko')).toBe(true);
  });
  it('a place is lit by its setups in the order of the day', () => {
    const floor = lane('places', 'Pour floor');
    expect(floor.bars.map((b) => b.words).join(' · ')).toMatch(/^L4/);
    expect(minutes(floor, 'work')).toBeGreaterThan(minutes(lane('places', 'Sea-mark tower'), 'work'));
  });
  it('what may only be shot at a time stands in a lane of its own, with the time it may', () => {
    const windows = lanes.filter((l) => l.group === 'windows').flatMap((l) => l.bars);
    expect(
      windows.some((b) => b.words.includes('9B') && b.fromMin <= row('9B').startMin && b.toMin >= row('9B').endMin),
    ).toBe(true);
  });
  it('a day of nothing has no lanes', () => {
    expect(lanesOf({ ...plan, rows: [], meals: [] }, demo)).toEqual([]);
  });
});

describe('what is due', () => {
  const got = (...codes: string[]) =>
    new Map<string, ShotState>(codes.map((code) => [row(code).shot?.id as string, 'got']));
  it('is the first line at its time, and nothing long before the call or after the wrap', () => {
    const first = plan.rows[0] as DayRow;
    expect(presentOf(plan, new Map(), first.startMin + 1)).toMatchObject({
      on: first,
      next: plan.rows[1],
      sinceMin: 1,
      overMin: 0,
    });
    expect(presentOf(plan, new Map(), thursday.callMin - 121)).toBeNull();
    expect(presentOf(plan, new Map(), plan.wrapMin + 361)).toBeNull();
  });
  it('follows what was had, not the clock; what was passed over is not due again', () => {
    const found = presentOf(plan, got('6A', '6C'), row('6C').endMin + 30);
    const at = plan.rows.indexOf(row('6C'));
    expect(found?.on).toBe(plan.rows[at + 1]);
    expect(found?.overMin).toBe(Math.max(0, row('6C').endMin + 30 - (plan.rows[at + 1] as DayRow).endMin));
  });
  it('what was had early does not cancel what was to come before it', () => {
    const early = got('6A', '6B', '6C', '7A', '7B', '4A', '4B', '9A');
    const r = row('7C');
    expect(presentOf(plan, early, r.startMin - 2)?.on).toBe(r);
    expect(presentOf(plan, early, r.startMin - 2)?.next?.shot?.code).toBe('7D');
  });
  it('a block without shots is over with its time, or once work has gone past it', () => {
    const block = plan.rows.findIndex((r) => r.shots.length === 0);
    const r = plan.rows[block] as DayRow;
    expect(presentOf(plan, new Map(), r.endMin)?.on).not.toBe(r);
    expect(presentOf(plan, got('6A'), r.startMin)?.on).not.toBe(r);
  });
  it('says how far off it is: before its time, within it, past it', () => {
    const r = row('6A');
    const at = (m: number) => presentOf(plan, new Map(), m) as NonNullable<ReturnType<typeof presentOf>>;
    expect(at(r.startMin - 3)).toMatchObject({ on: r, sinceMin: -3, overMin: 0 });
    expect(at(r.endMin + 12)).toMatchObject({ on: r, overMin: 12 });
  });
  it('nothing is due when all is had or dropped', () => {
    const all = new Map<string, ShotState>(
      plan.rows.flatMap((r) => r.shots.map((s, i) => [s.id, i % 2 ? 'dropped' : 'got'])),
    );
    expect(presentOf(plan, all, plan.lastShotEndMin)).toBeNull();
  });
  it('what was begun and is not had stays due when its time is over', () => {
    const begun = new Map<string, ShotState>([[row('6C').shot?.id as string, 'setUp']]);
    expect(presentOf(plan, begun, row('6C').endMin + 10)).toMatchObject({ on: row('6C'), overMin: 10 });
  });
});
