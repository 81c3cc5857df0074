import { describe, expect, it } from 'vitest';
import { minuteToMs, msToMinute } from '../../base/time/index.ts';
import { lifeboat } from '../../../../demo/src/lifeboat.ts';
import { nothingShot, planOf } from '../../whole/productions/index.ts';
import { shotStates, foldTakes, type TakeEvent, type TakePayload } from '../../rooms/roll/index.ts';
import type { LogEntry, LogPayload } from '../../rooms/log/index.ts';
import type { DeviceState } from '../../rooms/camera/index.ts';
import type { Clock } from '../../rooms/clocks/index.ts';
import {
  emergencyCard,
  HAND_ITEMS,
  lastLook,
  leavingGate,
  leftAtMs,
  placeNow,
  undoneAt,
  worstOf,
  type LookSources,
} from './index.ts';

let n = 0;
const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
const plan = lifeboat(newId);
const day = plan.days[0]!;
const MIN = 60_000;
const ms = (min: number) => minuteToMs(day.date, day.timeZone, min);
const NOW = ms(854);
const launch = plan.scenes.find((s) => s.title === 'Launch')!;
const camera = (letter: string) => plan.cameras.find((c) => c.letter === letter)!;
const state = (letter: string, more: Partial<DeviceState>): DeviceState => ({
  ...{ cameraId: camera(letter).id, productionId: plan.production.id, version: 1 },
  ...{ rollingSinceMs: null, clip: null, clipNumber: 0, card: `${letter}001`, cardUsedBytes: 0, batteryUsedMin: 0 },
  ...more,
});
const event = (takeId: string, atMs: number, payload: TakePayload): TakeEvent => ({
  ...{ id: newId(), takeId, atMs, seq: (n += 1), clientId: 'one', device: 'test', payload },
});
const rolled = (letters: string[], atMs: number, more: object = {}): TakeEvent =>
  event(newId(), atMs, {
    kind: 'rolled',
    ...{ shotId: null, sceneId: launch.id, dayId: day.id, number: 1, wild: false, timecode: 'x' },
    cameras: letters.map((l) => ({
      letter: l,
      cameraId: camera(l).id,
      evidence: 'assumed',
      card: null,
      clip: null,
    })),
    ...more,
  });
const entry = (atMs: number, payload: LogPayload): LogEntry => ({
  ...{ id: newId(), productionId: plan.production.id, version: 1, deletedAt: null },
  ...{ dayId: day.id, atMs, by: 'Ro', payload },
});
const unheard = plan.cameras.map((c) => ({ ...c, simulated: false }));
const look = (more: Partial<LookSources> = {}) =>
  lastLook({
    ...{ letters: ['A', 'C'], sceneId: launch.id, cameras: plan.cameras, devices: [], takes: [], log: [] },
    ...{ clocks: [], jams: [], sources: [], routes: [], boxes: [], gustMps: null, nowMs: NOW, untilMin: 10 },
    ...more,
  });
const words = (lines: ReturnType<typeof look>) =>
  lines.map((l) => [l.name, l.words, l.figure, l.level].join(' · ').replaceAll('\u00a0', ' '));

describe('the last look', () => {
  it('says what reports that it rolls, with the least of card, clip limit and pack', () => {
    const devices = [state('A', { rollingSinceMs: NOW - 3 * MIN }), state('C', { rollingSinceMs: NOW - MIN })];
    // A stops by itself at 15 minutes, C has none such and a pack of 180.
    expect(words(look({ devices, untilMin: 5 }))).toEqual([
      'A · reports rolling · 12 min · fine',
      'C · reports rolling · 2 h 59 · fine',
    ]);
  });
  it('what lasts shorter than the moment and five minutes more is red, with the quickest mend', () => {
    const [a] = look({ devices: [state('A', { rollingSinceMs: NOW - 6 * MIN })], letters: ['A'] });
    expect(a).toMatchObject({ level: 'red', figure: '9\u00a0min' });
    expect(a!.mend.replaceAll('\u00a0', ' ')).toBe('Restart it before: its clip ends in 9 min, 15 min are needed.');
    const [stands] = look({ devices: [state('A', {})], letters: ['A'], untilMin: 22 });
    expect(stands).toMatchObject({ level: 'look', mend: expect.stringMatching(/plan its restart/) as string });
    const [none] = look({ devices: [state('C', { card: null })], letters: ['C'] });
    expect(none).toMatchObject({ words: 'no card', level: 'red', figure: '–' });
    const [full] = look({ devices: [state('C', { cardUsedBytes: camera('C').cardSizeBytes })], letters: ['C'] });
    expect(full!.mend).toMatch(/^A fresh card/);
    const [empty] = look({ devices: [state('C', { batteryUsedMin: 175 })], letters: ['C'] });
    expect(empty!.mend).toMatch(/^A fresh pack/);
  });
  it('a camera that the log has rolling and that stands is red', () => {
    const takes = foldTakes([rolled(['A'], NOW - MIN)]);
    expect(look({ takes, devices: [state('A', {})], letters: ['A'] })[0]).toMatchObject({
      level: 'red',
      mend: 'Press record on A.',
    });
  });
  it('one that nobody hears is assumed to roll, and looked at again after ten minutes', () => {
    const at = (ago: number, log: LogEntry[] = []) =>
      look({ cameras: unheard, takes: foldTakes([rolled(['C'], NOW - ago * MIN)]), log, letters: ['C'] })[0]!;
    const loaded = [
      entry(NOW - 30 * MIN, { kind: 'cardIn', cameraId: camera('C').id, label: 'C001' }),
      entry(NOW - 30 * MIN, { kind: 'packIn', cameraId: camera('C').id }),
    ];
    expect(at(9, loaded)).toMatchObject({ words: 'assumed, seen 9\u00a0min ago', level: 'fine', mend: '' });
    expect(at(11, loaded)).toMatchObject({ level: 'look', mend: 'Look at C.' });
    expect(at(0, loaded).words).toBe('assumed, seen just now');
    // Nobody said what is in it: its minutes are not invented.
    expect(at(9)).toMatchObject({ figure: '–', level: 'look' });
    // Somebody stood there five minutes ago and changed the card.
    const changed = entry(NOW - 5 * MIN, { kind: 'cardIn', cameraId: camera('C').id, label: 'C002' });
    expect(at(40, [...loaded, changed]).words).toBe('assumed, seen 5\u00a0min ago');
  });
  it('one that was taken out of the take, or is in none, does not roll', () => {
    const take = rolled(['C'], NOW - MIN);
    const out = event(take.takeId, NOW - 1000, { kind: 'camera', letter: 'C', cameraId: camera('C').id, in: false });
    for (const takes of [foldTakes([take, out]), []])
      expect(look({ cameras: unheard, takes, letters: ['C'] })[0]).toMatchObject({
        words: 'not rolling by the log',
        level: 'look',
      });
    expect(look({ devices: [state('C', {})], letters: ['C'] })[0]!.words).toBe('stands by');
  });
  it('asks for every camera where none is named', () => expect(look({ letters: [] })).toHaveLength(5));
  it('sound is fine only as long as it was heard, and not if it goes nowhere', () => {
    const source = (id: string, sceneIds: string[]) => ({ id, name: `Pin ${id}`, sceneIds });
    const route = (sourceId: string, checkedAtMs: number | null, duty: 'main' | 'scratch' = 'main') => ({
      ...{ sourceId, boxId: 'box', duty, checkedAtMs },
      check: checkedAtMs === null ? ('' as const) : ('heard' as const),
    });
    const boxes = [{ id: 'box', name: 'Recorder' }];
    const sources = [
      source('a', []),
      source('b', [launch.id]),
      source('c', []),
      source('d', ['elsewhere']),
      source('e', []),
      source('f', []),
    ];
    const routes = [
      route('a', NOW - 70 * MIN),
      route('b', NOW - 20 * MIN),
      route('b', NOW - 90 * MIN),
      route('c', null),
      route('e', NOW, 'scratch'),
    ];
    const found = look({ sources, routes, boxes, letters: ['Z'] });
    expect(words(found)).toEqual([
      'Pin a · heard 1 h 10 ago · Recorder · look',
      'Pin b · heard 20 min ago · Recorder · fine',
      'Pin c · not heard yet · Recorder · red',
      'Pin e · scratch only · – · fine',
      'Pin f · goes into no recorder · – · red',
    ]);
    expect(worstOf(found)).toBe('red');
    expect(worstOf(found.slice(0, 2))).toBe('look');
    expect(worstOf(found.slice(1, 2))).toBe('fine');
  });
  it('names clocks that were never jammed, and says the forecast as one', () => {
    const clock = (id: string, cameraId: string | null, followsId: string | null): Clock => ({
      ...{ id, productionId: plan.production.id, version: 1, deletedAt: null, name: id, kind: 'camera' },
      ...{
        cameraId,
        followsId,
        link: 'jam',
        rate: '25',
        statedPpm: 10,
        toleranceMs: null,
        simulated: null,
        position: 1,
      },
    });
    const clocks = [clock('master', null, null), clock('of A', camera('A').id, 'master')];
    const found = look({ clocks, gustMps: 8 });
    expect(words(found).slice(2)).toEqual([
      'Clock of A · not jammed yet ·  · red',
      'Gusts · as forecast · 8 m/s · fine',
    ]);
  });
});

describe('leaving a place', () => {
  const rows = { ...plan, ...nothingShot() };
  const dayPlan = planOf(rows, day);
  const slip = plan.places[0]!.id;
  const gate = (events: TakeEvent[] = [], log: LogEntry[] = []) => {
    const takes = foldTakes(events);
    return leavingGate(dayPlan, slip, { states: shotStates(plan.shots, takes), takes, log });
  };
  it('asks for what was not had there, musts first, and for what only a look round tells', () => {
    const { items, nextPlaceId } = gate();
    const shots = items.filter((i) => i.shotId);
    expect(shots).toHaveLength(plan.shots.length);
    const musts = shots.filter((i) => i.must).length;
    expect(shots.slice(0, musts).every((i) => i.must)).toBe(true);
    expect(items.slice(shots.length).map((i) => i.key)).toEqual(HAND_ITEMS.map((h) => h.key));
    expect(nextPlaceId).toBeNull();
  });
  it('what was got or dropped is not asked for', () => {
    const shot = plan.shots[0]!;
    const take = rolled(['A'], NOW, { shotId: shot.id, sceneId: null });
    const good = event(take.takeId, NOW + 1, { kind: 'marked', verdict: 'good' });
    expect(gate([take, good]).items.some((i) => i.shotId === shot.id)).toBe(false);
    expect(gate([take]).items.some((i) => i.shotId === shot.id)).toBe(true);
  });
  it('wild sound counts as the tone; a tick of this place and day does what it says', () => {
    const tone = (g: ReturnType<typeof gate>) => g.items.find((i) => i.key === 'tone')!;
    expect(tone(gate())).toMatchObject({ done: false, by: 'hand' });
    expect(tone(gate([rolled([], NOW, { wild: true })]))).toMatchObject({ done: true, by: 'log' });
    const nothing = { wild: true, shotId: null, sceneId: null };
    expect(tone(gate([rolled([], NOW, nothing)])).done).toBe(true);
    // Of another day, or taken where the day stood then, it is no tone of this place.
    expect(tone(gate([rolled([], NOW, { ...nothing, dayId: newId() })])).done).toBe(false);
    const elsewhere = {
      ...dayPlan,
      rows: dayPlan.rows.map((r) => ({ ...r, placeId: r.startMin < 800 ? slip : newId() })),
    };
    const take = foldTakes([rolled([], NOW, nothing)]);
    const of = leavingGate(elsewhere, slip, { states: new Map(), takes: take, log: [] });
    expect(of.items.find((i) => i.key === 'tone')!.done).toBe(false);
    const tick = entry(NOW, { kind: 'ticked', placeId: slip, what: 'givenBack' });
    expect(gate([], [tick]).items.find((i) => i.key === 'givenBack')!.done).toBe(true);
    for (const other of [{ ...tick, dayId: newId() }, entry(NOW, { kind: 'ticked', placeId: null, what: 'givenBack' })])
      expect(gate([], [other]).items.find((i) => i.key === 'givenBack')!.done).toBe(false);
    expect(undoneAt(gate([], [tick]))).not.toContain('Borrowed things given back, keys too');
  });
  it('names what of the kit is out there, and what is switched on, until it is back in its case', () => {
    const thing = (name: string, more: object = {}) => ({ name, state: 'there', seenAtId: slip, on: false, ...more });
    const kitItems = (kit: ReturnType<typeof thing>[]) =>
      leavingGate(dayPlan, slip, { states: new Map(), takes: [], log: [], kit }).items.filter((i) =>
        i.key.startsWith('kit'),
      );
    const out = [
      thing('Tripod'),
      thing('Panel', { on: true }),
      thing('Boom', { state: 'back' }),
      thing('Ring', { seenAtId: newId() }),
    ];
    expect(kitItems(out).map((i) => [i.words, i.done, i.by])).toEqual([
      ['Out of its case: Tripod, Panel', false, 'log'],
      ['Switched on: Panel', false, 'log'],
    ]);
    expect(kitItems(out.map((k) => ({ ...k, state: 'back' })))).toEqual([]);
    expect(kitItems(Array.from({ length: 9 }, (_, i) => thing(`T${i}`)))[0]!.words).toBe(
      'Out of its case: T0, T1, T2, T3, T4, T5 and 3 more',
    );
  });
  it('names the wild sounds of its shots until they are taken or ticked', () => {
    const [shot, other] = plan.shots;
    const wild = [
      { shotId: shot!.id, code: shot!.code, words: 'brass alone' },
      { shotId: newId(), code: '9Z', words: 'of elsewhere' },
    ];
    const item = (events: TakeEvent[], log: LogEntry[] = []) =>
      leavingGate(dayPlan, slip, { states: new Map(), takes: foldTakes(events), log, wild }).items.filter((i) =>
        i.key.startsWith('wild '),
      );
    expect(item([])).toMatchObject([{ words: `Wild sound for ${shot!.code}: brass alone`, done: false }]);
    expect(item([rolled([], NOW, { wild: true, shotId: shot!.id, sceneId: null })])).toMatchObject([
      { done: true, by: 'log' },
    ]);
    expect(item([rolled([], NOW, { wild: true, shotId: other!.id, sceneId: null })])).toMatchObject([{ done: false }]);
    const tick = entry(NOW, { kind: 'ticked', placeId: slip, what: `wild ${shot!.id}` });
    expect(item([], [tick])).toMatchObject([{ done: true, by: 'hand' }]);
  });
  it('photographs of this place are what they show', () => {
    const still = (about: 'asBuilt' | 'asLeft', placeId: string | null) =>
      entry(NOW, {
        ...{ kind: 'still', about, shotId: null, takeId: null, placeId, setupId: null },
        ...{ hash: 'a'.repeat(64), widthPx: 10, heightPx: 10, watch: '' },
      });
    const done = (log: LogEntry[]) =>
      gate([], log)
        .items.filter((i) => i.done)
        .map((i) => i.key);
    expect(done([still('asBuilt', slip), still('asLeft', slip)])).toEqual(['asBuilt', 'asLeft']);
    expect(done([still('asLeft', null)])).toEqual([]);
    const setup = plan.setups[0]!;
    const lit = { ...dayPlan, rows: dayPlan.rows.map((r, i) => ({ ...r, setup: i === 0 ? setup : null })) };
    const frozen = entry(NOW, { kind: 'built', setupId: setup.id, lines: ['key'], words: '' });
    const doneIn = (p: typeof dayPlan) =>
      leavingGate(p, slip, { states: new Map(), takes: [], log: [frozen] }).items.find((i) => i.key === 'levels')!.done;
    expect([doneIn(lit), doneIn({ ...dayPlan, rows: dayPlan.rows.map((r) => ({ ...r, setup: null })) })]).toEqual([
      true,
      false,
    ]);
  });
  it('knows where the day stands and where it goes next', () => {
    const [first] = dayPlan.rows;
    const at = (placeId: string, startMin: number, changeMin = 0) => ({
      ...first!,
      ...{ placeId, startMin, endMin: startMin + 10, changeMin, shots: [], scene: null },
    });
    const moved = { ...dayPlan, rows: [at('b', 700, 20), at('a', 600), at('a', 620), at('c', 800)] };
    expect([500, 600, 679, 680, 900].map((m) => placeNow(moved, m))).toEqual(['a', 'a', 'a', 'b', 'c']);
    expect(placeNow({ rows: [] }, 600)).toBeNull();
    expect(leavingGate(moved, 'a', { states: new Map(), takes: [], log: [] }).nextPlaceId).toBe('b');
  });
  it('tells when it was left last', () => {
    const left = (min: number) => entry(ms(min), { kind: 'left', placeId: slip, undone: [], reason: '' });
    expect(leftAtMs([], day.id, slip)).toBeNull();
    expect(msToMinute(day.date, day.timeZone, leftAtMs([left(900), left(880)], day.id, slip)!)).toBe(900);
    expect(leftAtMs([left(900)], day.id, newId())).toBeNull();
  });
});

describe('the emergency card', () => {
  it('says what is known and lists what nobody said', () => {
    const card = emergencyCard(plan.places[0]!, [], plan.people);
    expect(card).toMatchObject({
      place: 'Slipway',
      hospital: 'Ellery Cottage Hospital, Chapel Rise, 7 min by car',
      coordinates: '50.33400°\u00a0N, 4.77100°\u00a0W',
    });
    expect(card.missing).toEqual(['the way in for an ambulance', 'the exits', 'who gives first aid']);
  });
  it('takes the way in and the exits from what was found there, and first aid from roles', () => {
    const fact = (topic: string, text: string) => ({ placeId: plan.places[0]!.id, topic, words: text }) as never;
    const medic = { name: 'Nell Tresco', role: 'First-aider', department: '' };
    const card = emergencyCard(
      plan.places[0]!,
      [fact('exits', 'Both gates'), fact('loading', 'By the crew yard')],
      [medic],
    );
    expect(card).toMatchObject({
      exits: 'Both gates',
      wayIn: 'By the crew yard',
      firstAid: ['Nell Tresco'],
      missing: [],
    });
  });
  it('of nowhere knows nothing', () => expect(emergencyCard(null, [], []).missing).toHaveLength(6));
});
