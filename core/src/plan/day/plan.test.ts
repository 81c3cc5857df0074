import { describe, expect, it } from 'vitest';
import { ninthBell } from '../../../../demo/src/ninthBell.ts';
import { callsOfDay } from '../../about/crew/index.ts';
import { oddsOf, planOf } from '../../whole/productions/index.ts';
import { dayBlocks, projectDay, unitPlan, type DayPlan } from './index.ts';

let n = 0;
const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
const demo = ninthBell(newId, '/media');
const thursday = demo.days[0] as (typeof demo.days)[number];
const plan = planOf(demo, thursday);
const row = (p: DayPlan, code: string) => {
  const found = p.rows.find((r) => r.shot?.code === code);
  if (!found) throw new Error(`no ${code}`);
  return found;
};

describe('a day from its rows', () => {
  it('holds the pour at its fixed start and the tower in its window', () => {
    expect(row(plan, '7C').startMin).toBe(11 * 60 + 5);
    expect(row(plan, '9B').startMin).toBeGreaterThanOrEqual(17 * 60 + 5);
    expect(row(plan, '9B').endMin).toBeLessThanOrEqual(18 * 60 + 20);
  });
  it('names each change with its codes and takes its minutes from the relight table', () => {
    expect(row(plan, '8A')).toMatchObject({ changeKind: 'setup', changeMin: 12, changeTitle: 'Relight L4 to L5' });
    expect(row(plan, '3A')).toMatchObject({
      changeKind: 'place',
      changeMin: 10 + 4 + 6 + 38,
      changeTitle: 'Move to Founder’s bench, rig L1',
    });
  });
  it('assumes nothing silently', () => {
    expect(plan.assumptions).toEqual([]);
    const lost = planOf({ ...demo, moves: [], relights: [] }, thursday);
    expect(lost.assumptions.join(' ')).toContain(
      'how long the move from Pour floor to Founder’s bench takes: 60 min assumed',
    );
    expect(lost.assumptions.join(' ')).toContain('L4 to L5');
  });
  it('leaves dropped shots out and counts strike into the wrap', () => {
    const shots = demo.shots.map((s) => (s.code === '3E' ? { ...s, dropped: true } : s));
    const shorter = planOf({ ...demo, shots }, thursday);
    expect(shorter.rows.some((r) => r.shot?.code === '3E')).toBe(false);
    expect(shorter.rows).toHaveLength(plan.rows.length - 1);
    expect(plan.wrapMin).toBe(plan.lastShotEndMin + thursday.strikeMin);
  });
  it('says in names, not ids, what can’t be kept', () => {
    const shots = demo.shots.map((s) => (s.code === '6A' ? { ...s, windows: [[0, 60]] as [number, number][] } : s));
    expect(planOf({ ...demo, shots }, thursday).violations.map((v) => v.message)).toContain(
      '6A doesn’t fit any of its windows.',
    );
  });
  it('what gates a moment is asked before it: a line of the moment before its gate is a fault', () => {
    const seventh = demo.scenes.find((x) => demo.shots.some((y) => y.code === '7C' && y.sceneId === x.id));
    const gated = (code: string) =>
      planOf(
        { ...demo, shots: demo.shots.map((x) => (x.code === code ? { ...x, beforeSceneId: seventh?.id ?? null } : x)) },
        thursday,
      );
    const seven = gated('6A').order.shots.filter((x) => x.after?.includes(row(plan, '6A').itemId));
    expect(seven.map((x) => x.id).sort()).toEqual(
      plan.rows.flatMap((r) => (r.shot?.sceneId === seventh?.id ? [r.itemId] : [])).sort(),
    );
    // 6A stands before the pour as listed, 8A after it.
    expect(gated('6A').violations).toEqual(plan.violations);
    expect(gated('8A').violations.length).toBeGreaterThan(plan.violations.length);
  });
  it('a shot whose scene has no place still has its minutes', () => {
    const scenes = demo.scenes.map((s) => ({ ...s, placeId: null }));
    expect(planOf({ ...demo, scenes }, thursday).rows).toHaveLength(plan.rows.length);
  });
});

describe('blocks', () => {
  it('follow each other without hole or overlap, from call to wrap', () => {
    for (const options of [{}, { joinMin: 15 }, { joinMin: 60, joinPinned: true }]) {
      const blocks = dayBlocks(plan, options);
      expect(blocks[0]?.startMin).toBe(thursday.callMin);
      expect(blocks.at(-1)?.endMin).toBe(plan.wrapMin);
      for (let i = 1; i < blocks.length; i += 1)
        expect(blocks[i]?.startMin).toBeCloseTo(blocks[i - 1]?.endMin ?? NaN, 6);
      expect(blocks.flatMap((b) => b.rows)).toHaveLength(plan.rows.length);
      expect(blocks.filter((b) => b.kind === 'meal')).toHaveLength(2);
    }
  });
  it('joins shots of one scene, and leaves a fixed start alone', () => {
    const titles = dayBlocks(plan, { joinMin: 15 }).map((b) => b.title);
    expect(titles).toContain('6A–6C The furnace opens');
    expect(titles).toContain('7C Metal meets the mould');
  });
});

describe('calls', () => {
  const calls = callsOfDay(plan, demo.engagements, demo.people);
  const of = (name: string) => calls.find((c) => c.person.shortName === name);
  it('bring crew at the general call and others when needed, rounded down to five minutes', () => {
    expect(of('Oda')?.callMin).toBe(thursday.callMin);
    const ilse = of('Ilse');
    expect(ilse?.firstNeedMin).toBe(row(plan, '7C').startMin);
    expect(ilse?.callMin).toBe(Math.floor(((ilse?.firstNeedMin ?? 0) - 30) / 5) * 5);
  });
  it('a call set by hand stands', () => expect(of('Caspian')).toMatchObject({ callMin: 630, why: 'set by hand' }));
  it('are in order of time', () =>
    expect(calls.map((c) => c.callMin)).toEqual([...calls.map((c) => c.callMin)].sort((a, b) => a - b)));
});

describe('projection', () => {
  const doneTo = (code: string) => new Set(plan.rows.slice(0, plan.rows.indexOf(row(plan, code))).map((r) => r.itemId));
  it('is the plan itself when everything is on time', () => {
    const p = projectDay(plan, row(plan, '8B').startMin, doneTo('8B'), {
      itemId: row(plan, '8B').itemId,
      startedMin: row(plan, '8B').startMin,
    });
    expect(p.behindMin).toBeCloseTo(0, 6);
    expect(p.troubles).toEqual([]);
  });
  it('never gets better by waiting', () => {
    let before = -Infinity;
    for (let now = row(plan, '3A').startMin; now < plan.wrapMin; now += 7) {
      const { wrapMin, troubles } = projectDay(plan, now, doneTo('3B'), null);
      if (troubles.length === 0) {
        expect(wrapMin).toBeGreaterThanOrEqual(before - 1e-9);
        before = wrapMin;
      }
    }
    expect(before).toBeGreaterThan(0);
  });
  it('says what can’t be kept any more', () => {
    expect(projectDay(plan, 18 * 60 + 10, doneTo('9B'), null).troubles.join(' ')).toContain(
      '9B doesn’t fit any of its windows',
    );
  });
  it('ends with strike when nothing is left', () => {
    const all = new Set(plan.rows.map((r) => r.itemId));
    expect(projectDay(plan, 1000, all, null)).toMatchObject({ wrapMin: 1000 + thursday.strikeMin, leftIds: [] });
  });
});

describe('units that work apart', () => {
  const items = demo.dayItems.map((i) => {
    const code = demo.shots.find((s) => s.id === i.shotId)?.code ?? '';
    return /^3/.test(code) ? { ...i, unit: 2 } : i;
  });
  const both = planOf({ ...demo, dayItems: items }, thursday);
  it('each is timed from the call by itself; the day wraps with the later', () => {
    expect(both.units.map((u) => u.unit)).toEqual([1, 2]);
    expect(both.rows).toHaveLength(plan.rows.length);
    expect(row(both, '3A').startMin).toBe(thursday.callMin + thursday.loadInMin + 38);
    expect(both.wrapMin).toBe(Math.max(...both.units.map((u) => u.wrapMin)));
    expect(both.rows.map((r) => r.startMin)).toEqual(both.rows.map((r) => r.startMin).sort((a, b) => a - b));
    expect(unitPlan(both, 2).rows.every((r) => r.unit === 2)).toBe(true);
    expect(unitPlan(plan, 1)).toBe(plan);
  });
  it('who or what is wanted in both at once is named', () => {
    const words = both.violations.filter((v) => v.code === 'twice').map((v) => v.message);
    expect(words.some((w) => /^Camera A.* is wanted for .* at once, in two units\.$/.test(w))).toBe(true);
  });
  it('its blocks, its projection and its odds are its own', () => {
    expect(
      dayBlocks(both, { unit: 2 })
        .flatMap((b) => b.rows)
        .every((r) => r.unit === 2),
    ).toBe(true);
    const done = new Set(both.rows.filter((r) => r.unit === 1).map((r) => r.itemId));
    const later = projectDay(both, 600, done, null);
    expect(later.rests[1]).toBeNull();
    expect(later.rests[2]?.ids.length).toBe(unitPlan(both, 2).rows.length);
    expect(later.rest).toBeNull();
    expect(oddsOf(both, later).map((p) => p.unit)).toEqual([2]);
    expect(oddsOf(both, null).map((p) => [p.unit, p.input.order])).toEqual(
      [1, 2].map((unit) => [unit, unitPlan(both, unit).rows.map((r) => r.itemId)]),
    );
  });
});
