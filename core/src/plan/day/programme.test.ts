import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bellRows } from '../../whole/productions/testing.ts';
import { planOf } from '../../whole/productions/index.ts';
import { SCENE_DEFAULTS, SHOT_DEFAULTS, type Scene, type Shot } from '../../rooms/scenes/index.ts';
import { compile, Timer } from './compile.ts';
import {
  dayBlocks,
  programmeOf,
  solveOrder,
  timeOrder,
  DAY_ITEM_DEFAULTS,
  type DayItem,
  type OrderPlan,
} from './index.ts';

const { rows } = bellRows();
const base = rows.days[0]!;
const record = { productionId: base.productionId, version: 1, deletedAt: null };
let n = 0;
const newId = () => `00000000-0000-7000-9000-${String((n += 1)).padStart(12, '0')}`;
const day = { ...base, callMin: 720, loadInMin: 30, strikeMin: 15, wantedWrapMin: 1080, meals: [] };
const moment = (title: string, plannedMin: number | null, fields: Partial<Scene> = {}): Scene => ({
  ...SCENE_DEFAULTS,
  ...record,
  id: newId(),
  number: String((n % 900) + 1),
  position: n,
  kind: 'moment',
  title,
  dayId: day.id,
  plannedMin,
  lengthMin: 20,
  placeId: rows.places[0]!.id,
  ...fields,
});
const shot = (sceneId: string, code: string, fields: Partial<Shot> = {}): Shot => ({
  ...SHOT_DEFAULTS,
  ...record,
  id: newId(),
  sceneId,
  code,
  position: n,
  minutesOverride: 15,
  ...fields,
});
const item = (fields: Partial<DayItem>): DayItem => ({
  ...DAY_ITEM_DEFAULTS,
  ...record,
  id: newId(),
  dayId: day.id,
  position: n,
  ...fields,
});
const planned = (scenes: Scene[], shots: Shot[] = [], items: DayItem[] = []) =>
  planOf({ ...rows, scenes, shots, dayItems: items, days: [day] }, day);
const starts = (plan: ReturnType<typeof planned>) => plan.rows.map((r) => [r.title, r.startMin, r.endMin]);

describe('the programme of a day', () => {
  it('a moment with a day and a time is a line of it, without needing any shot', () => {
    const plan = planned([moment('Blessing', 840), moment('Portraits', 780)]);
    expect(starts(plan)).toEqual([
      ['Portraits', 780, 800],
      ['Blessing', 840, 860],
    ]);
    expect(plan.wrapMin).toBe(860 + 15);
    expect(plan.violations).toEqual([]);
  });
  it('scenes of shots, moments of another day, and ones with neither time nor another to follow are no lines', () => {
    const none = [
      moment('Shots', 800, { kind: 'shots' }),
      moment('Elsewhere', 800, { dayId: newId() }),
      moment('Some time', null),
      moment('After nothing', null, { startKind: 'follows' }),
    ];
    expect(planned(none).rows).toEqual([]);
  });
  it('its shots inherit its time and never stand outside it, whatever lines they had', () => {
    const m = moment('Speeches', 800);
    const s = shot(m.id, '1A', { cameras: ['A'] });
    const plan = planned([m], [s, shot(m.id, '1B', { dropped: true })], [item({ shotId: s.id })]);
    expect(plan.rows).toHaveLength(1);
    expect(plan.rows[0]).toMatchObject({ programme: 'fixed', shot: null, cameras: ['A'], startMin: 800 });
    expect(plan.rows[0]!.shots.map((x) => x.code)).toEqual(['1A']);
  });
  it('one that follows another starts when that ends, and one after that again', () => {
    const a = moment('Speeches', 800, { lengthMin: 25 });
    const b = moment('Cake', null, { startKind: 'follows', followsSceneId: a.id });
    const c = moment('Dance', 700, { startKind: 'follows', followsSceneId: b.id, lengthMin: 5 });
    expect(starts(planned([c, b, a]))).toEqual([
      ['Speeches', 800, 825],
      ['Cake', 825, 845],
      ['Dance', 845, 850],
    ]);
  });
  it('a circle is broken by the times that were said; without one the moment has none', () => {
    const a = moment('A', 800, { startKind: 'follows' });
    const b = moment('B', null, { startKind: 'follows', followsSceneId: a.id });
    a.followsSceneId = b.id;
    expect(starts(planned([a, b]))).toEqual([
      ['A', 800, 820],
      ['B', 820, 840],
    ]);
    expect(programmeOf(day, [{ ...a, plannedMin: null }, b], []).lines).toEqual([]);
  });
  it('a length that nobody said is assumed aloud: until the next start, half an hour at most', () => {
    const { lines, assumptions } = programmeOf(
      day,
      [moment('Arrival', 780, { lengthMin: null }), moment('Toast', 792, { lengthMin: null })],
      [],
    );
    expect(lines.map((l) => l.lengthMin)).toEqual([12, 30]);
    expect(assumptions.map((a) => a.replaceAll('\u00a0', ' '))).toEqual([
      'Nobody said how long “Arrival” lasts: 12 min assumed.',
      'Nobody said how long “Toast” lasts: 30 min assumed.',
    ]);
  });
  it('lines may overlap; only a person or a camera wanted twice clashes', () => {
    const [a, b] = [moment('Speeches', 800, { lengthMin: 30 }), moment('Portraits', 810, { lengthMin: 30 })];
    expect(planned([a, b]).violations).toEqual([]);
    const [x, y] = [shot(a.id, '1A', { cameras: ['A'] }), shot(b.id, '2A', { cameras: ['A'] })];
    expect(planned([a, b], [x, y]).violations.map((v) => [v.code, v.message])).toEqual([
      ['twice', 'Camera A is wanted for Speeches and Portraits at once.'],
    ]);
    const who = rows.people[0]!.id;
    const both = [a, b].map((s) => ({ ...s, personIds: [who] }));
    expect(planned(both).violations.map((v) => v.message)).toEqual([
      'Somebody is wanted for Speeches and Portraits at once.',
    ]);
  });
  it('other lines go before a moment while they can be done by then, after it when not, and never push it', () => {
    const m = moment('Naming', 810, { lengthMin: 20 });
    const filler = (title: string, minutes: number) => item({ title, minutes, placeId: m.placeId });
    const plan = planned([m], [], [filler('Rig', 40), filler('Inserts', 30), filler('Sign', 5)]);
    expect(plan.rows.map((r) => r.title)).toEqual(['Rig', 'Naming', 'Inserts', 'Sign']);
    expect(plan.rows[1]!.startMin).toBe(810);
    const late = planned([m], [], [filler('Long', 90)]);
    expect(late.rows.map((r) => [r.title, r.startMin])).toEqual([
      ['Naming', 810],
      ['Long', 834],
    ]);
    const pinned = planned([m], [], [{ ...filler('Interview', 60), pinnedStartMin: 770 }]);
    expect(pinned.violations.map((v) => v.message)).toContain(
      'Naming begins 24 min before what comes before it is done.',
    );
    expect(pinned.rows.find((r) => r.title === 'Naming')!.startMin).toBe(810);
  });
  it('blocks of the day may lie over each other there, and nothing waits in the midst of one', () => {
    const plan = planned([moment('Speeches', 800, { lengthMin: 60 }), moment('Portraits', 810)]);
    expect(dayBlocks(plan).map((b) => [b.kind, b.startMin, b.endMin])).toEqual([
      ['call', 720, 750],
      ['change', 750, 754],
      ['wait', 754, 800],
      ['work', 800, 860],
      ['work', 810, 830],
      ['strike', 860, 875],
    ]);
  });
});

/** A plan of some programme and some other lines. */
const plans = fc
  .array(fc.record({ pin: fc.integer({ min: 60, max: 500 }), minutes: fc.integer({ min: 5, max: 90 }) }), {
    minLength: 1,
    maxLength: 4,
  })
  .chain((moments) =>
    fc
      .array(fc.record({ minutes: fc.integer({ min: 5, max: 60 }), setup: fc.constantFrom('L1', 'L2') }), {
        maxLength: 4,
      })
      .map((others): OrderPlan => {
        const sorted = [...moments].sort((a, b) => a.pin - b.pin);
        return {
          startMin: 0,
          school: 'changeovers',
          change: { repositionMin: 4, lensMin: 0, rigMin: 0, turnaroundMin: 8, relightDefaultMin: 20, moveMin: {} },
          meals: [{ earliestAfterMin: 100, latestAfterMin: 300, minutes: 30 }],
          shots: [
            ...sorted.map((m, i) => ({
              id: `m${i}`,
              minutes: m.minutes,
              place: 'here',
              setup: 'none',
              side: '',
              priority: 'must' as const,
              pinnedStartMin: m.pin,
              programme: true,
              ...(i ? { after: [`m${i - 1}`] } : {}),
            })),
            ...others.map((o, i) => ({ id: `s${i}`, minutes: o.minutes, place: 'here', setup: o.setup, side: '' })),
          ],
        };
      }),
  );

describe('orders with a programme', () => {
  it('the quick timing gives the figures of the one that says how, whatever the order', () => {
    fc.assert(
      fc.property(plans, fc.integer(), (plan, seed) => {
        const ids = plan.shots.map((s) => s.id);
        const shuffled = ids
          .map((id, i) => [id, Math.imul(seed + i, 2_654_435_761) >>> 0] as const)
          .sort((a, b) => a[1] - b[1])
          .map(([id]) => id);
        const said = timeOrder(plan, shuffled);
        const timer = new Timer(compile(plan));
        const quick = timer.time(shuffled.map((id) => ids.indexOf(id)));
        expect(quick.wrapMin).toBeCloseTo(said.wrapMin, 6);
        expect(quick.broken).toBe(said.violations.length);
        said.order.forEach((t, i) => expect(timer.startAt[i]).toBeCloseTo(t.startMin, 6));
      }),
    );
  });
  it('no order moves the programme, and the one sought breaks no more than the one listed', () => {
    fc.assert(
      fc.property(plans, (plan) => {
        const found = solveOrder({ ...plan, budgetMs: 5 });
        const listed = timeOrder(
          plan,
          plan.shots.map((s) => s.id),
        );
        for (const t of found.order) {
          const s = plan.shots.find((x) => x.id === t.id)!;
          if (s.programme) expect(t.startMin).toBe(s.pinnedStartMin);
        }
        expect(found.violations.length).toBeLessThanOrEqual(listed.violations.length);
        if (found.optimal) expect(found.violations).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });
});
