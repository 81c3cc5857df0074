import { describe, expect, it } from 'vitest';
import { planOf, risksOf } from '../../whole/productions/index.ts';
import {
  RISK_DEFAULTS,
  dueRisks,
  isDue,
  listRisks,
  riskFields,
  triggerWords,
  undecided,
  type Conditions,
  type Risk,
} from './index.ts';
import { standInForecast } from '../../rooms/weather/index.ts';
import { bellRows } from '../../whole/productions/testing.ts';

const { demo, rows, newId } = bellRows();
const day = demo.days[0] as (typeof demo.days)[number];
const found = risksOf(rows);
const has = (key: RegExp) => found.find((f) => key.test(f.key));

describe('what-ifs found from the plan', () => {
  it('the wind on the tower, with its limit as trigger', () => {
    const wind = has(/^wind:/);
    expect(wind?.title).toMatch(/L6/);
    expect(wind).toMatchObject({ likelihood: 3, harm: 3, trigger: { kind: 'gust' } });
    const limit = wind?.trigger?.kind === 'gust' ? wind.trigger.overMps : 99;
    expect(limit).toBeLessThan(3);
  });
  it('the camera that stops inside the pour; short rest; the single points', () => {
    expect(has(/^clip:/)?.title).toMatch(/^Camera C stops inside 7C/);
    expect(has(/^rest:/)?.title).toMatch(/tired on the next day/);
    expect(found.some((f) => f.key.startsWith('single:'))).toBe(true);
  });
  it('each has a why and several remedies, the worst first, none twice', () => {
    expect(new Set(found.map((f) => f.key)).size).toBe(found.length);
    for (const f of found) {
      expect(f.why.length).toBeGreaterThan(10);
      expect(f.remedies.length).toBeGreaterThanOrEqual(2);
    }
    const weight = found.map((f) => f.likelihood * f.harm);
    expect(weight).toEqual([...weight].sort((a, b) => b - a));
  });
  it('keys stay when the plan shifts, so that what was decided stays too', () => {
    const later = risksOf({ ...rows, days: demo.days.map((d) => ({ ...d, callMin: d.callMin + 10 })) });
    const keys = (list: typeof found) =>
      list
        .map((f) => f.key)
        .filter((k) => /^(nobody|wind|clip|single|light):/.test(k))
        .sort();
    expect(keys(later)).toEqual(keys(found));
  });
  it('one recorder for all sound of the pour is named; a second one is not', () => {
    const routes = demo.soundRoutes.filter((r) => r.duty !== 'scratch');
    const [box] = demo.soundBoxes;
    const one = risksOf({ ...rows, soundRoutes: routes.map((r) => ({ ...r, boxId: box?.id ?? '' })) });
    expect(one.some((f) => f.key === 'single:recorder')).toBe(true);
    const [a, b] = demo.soundBoxes;
    const two = risksOf({ ...rows, soundRoutes: routes.map((r, i) => ({ ...r, boxId: (i % 2 ? a : b)?.id ?? '' })) });
    expect(two.some((f) => f.key === 'single:recorder')).toBe(false);
  });
  it('what nobody does, light that has no minutes, and the one adapter', () => {
    expect(has(/^nobody:/)?.title).toMatch(/nobody between/);
    const late = has(/^late:/);
    expect(late?.title).toMatch(/^L\d is late for /);
    expect(late?.trigger).toMatchObject({ kind: 'time' });
    const cameras = demo.cameras.map((c) => (c.letter === 'A' ? { ...c, mount: 'mirrorless 18 mm' } : c));
    const lenses = demo.lenses.map((l) => ({ ...l, mount: 'positive lock 52 mm' }));
    const one = risksOf({ ...rows, cameras, lenses });
    expect(one.find((f) => f.key.startsWith('single:adapter:'))?.title).toMatch(
      /^One adapter positive lock 52 mm → mirrorless 18 mm for/,
    );
  });
  it('nothing planned, nothing found', () => {
    expect(risksOf({ ...rows, days: [], dayItems: [], cameras: [], setups: [], people: [] })).toEqual([]);
  });
});

const stored = (f: Partial<Risk>): Risk => ({
  id: newId(),
  productionId: 'p',
  version: 1,
  deletedAt: null,
  ...RISK_DEFAULTS,
  title: 'x',
  position: 1,
  ...f,
});

describe('what was decided', () => {
  it('stands in the place of what was found, and stays when it is found no more', () => {
    const first = found[0];
    const row = stored({
      key: first?.key ?? '',
      state: 'decided',
      likelihood: 1,
      harm: 1,
      byHand: ['likelihood', 'harm'],
      decidedBy: 'Oda',
      title: 'Settled',
    });
    const listed = listRisks(found, [row]);
    expect(listed).toHaveLength(found.length);
    expect(listed.at(-1)).toMatchObject({ title: first?.title, state: 'decided', decidedBy: 'Oda', row });
    // What nobody set follows the plan.
    const followed = listRisks(found, [{ ...row, byHand: [], trigger: { kind: 'time', atMin: 1 } }]);
    expect(followed.find((r) => r.row)).toMatchObject({
      likelihood: first?.likelihood,
      harm: first?.harm,
      trigger: first?.trigger,
    });
    const gone = listRisks([], [row, stored({ title: 'Own' })]);
    expect(gone.map((r) => r.title).sort()).toEqual(['Own', 'Settled']);
    expect(gone.find((r) => r.title === 'Settled')?.why).toContain('no longer has it');
  });
  it('a title is asked for; a grade of 7 is refused in words', () => {
    expect(riskFields.safeParse({ ...RISK_DEFAULTS, title: '', position: 1 }).success).toBe(false);
    expect(riskFields.shape.harm.safeParse(7).error?.issues[0]?.message).toBe('The harm is 1, 2 or 3.');
    expect(
      riskFields.shape.trigger.safeParse({ kind: 'gust', overMps: 99, fromMin: null, byMin: null }).error?.issues[0]
        ?.message,
    ).toMatch(/not believable/);
  });
  it('a defect of a rehearsal stays open until somebody decides', () => {
    const note = {
      id: newId(),
      productionId: 'p',
      version: 1,
      deletedAt: null,
      dayId: null,
      shotId: null,
      words: 'Hum',
      ownerId: null,
      evidence: '',
      atMs: 1,
      position: 1,
    };
    expect(
      undecided([
        { ...note, defect: true, decision: '' },
        { ...note, defect: true, decision: 'accept' },
        { ...note, defect: false, decision: '' },
      ]),
    ).toHaveLength(1);
  });
});

describe('triggers', () => {
  const place = demo.places[0];
  const forecast = standInForecast(
    { date: day.date, timeZone: day.timeZone, latitude: place?.latitude ?? 0, longitude: place?.longitude ?? 0 },
    9,
  );
  const at = (nowMin: number, more: Partial<Conditions> = {}): Conditions => ({
    nowMin,
    behindMin: null,
    forecast,
    ...more,
  });
  it('gusts fire an hour ahead, and no more long after their time', () => {
    const windy = { kind: 'gust', overMps: 8, fromMin: null, byMin: 960 } as const;
    expect(isDue(windy, at(300))).toBe(false);
    expect(isDue(windy, at(900))).toBe(true);
    expect(isDue(windy, at(1100))).toBe(false);
    expect(isDue({ ...windy, overMps: 20 }, at(900))).toBe(false);
    // What stands from five on is nobody’s business at noon.
    expect(isDue({ ...windy, overMps: 3, fromMin: 1020, byMin: 1100 }, at(720))).toBe(false);
    expect(isDue({ ...windy, overMps: 3, fromMin: 1020, byMin: 1100 }, at(970))).toBe(true);
    expect(isDue(windy, at(900, { forecast: null }))).toBe(false);
  });
  it('time fires from itself on, for two hours; behind when it is more', () => {
    expect(isDue({ kind: 'time', atMin: 660 }, at(659))).toBe(false);
    expect(isDue({ kind: 'time', atMin: 660 }, at(660))).toBe(true);
    expect(isDue({ kind: 'time', atMin: 660 }, at(800))).toBe(false);
    expect(isDue({ kind: 'behind', overMin: 20 }, at(1, { behindMin: 20 }))).toBe(false);
    expect(isDue({ kind: 'behind', overMin: 20 }, at(1, { behindMin: 21 }))).toBe(true);
    expect(isDue({ kind: 'behind', overMin: 20 }, at(1))).toBe(false);
  });
  it('those of a day are told by the place where the work is; what is gone is not told', () => {
    const plan = planOf(rows, { ...day, gustMps: 9 });
    const own = stored({
      title: 'Wind',
      trigger: { kind: 'gust', overMps: 3, fromMin: null, byMin: null },
      dayId: day.id,
    });
    const listed = listRisks([], [own, stored({ title: 'Gone', trigger: { kind: 'time', atMin: 1 }, state: 'gone' })]);
    expect(dueRisks(listed, plan, demo.places, null, 900).map((r) => r.title)).toEqual(['Wind']);
  });
  it('are said as people say them', () => {
    const say = (t: Parameters<typeof triggerWords>[0]) => triggerWords(t, day).replaceAll('\u00a0', ' ');
    expect(say({ kind: 'gust', overMps: 8, fromMin: null, byMin: 900 })).toBe('gusts over 8 m/s by 15:00');
    expect(say({ kind: 'behind', overMin: 20 })).toBe('over 20 min behind');
    expect(say({ kind: 'time', atMin: 660 })).toBe('at 11:00');
  });
});
