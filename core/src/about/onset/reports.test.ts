import { describe, expect, it } from 'vitest';
import { lifeboat } from '../../../../demo/src/lifeboat.ts';
import { minuteToMs } from '../../base/time/index.ts';
import { planOf } from '../../whole/productions/index.ts';
import type { LogEntry, LogPayload } from '../../rooms/log/index.ts';
import {
  foldEveryTake,
  foldTakes,
  shotStates,
  takeMinutes,
  type TakeEvent,
  type TakePayload,
} from '../../rooms/roll/index.ts';
import { dayClocks, dayNumbers, lostSaid, REPORT_KINDS, reportOf, type ReportSources } from './index.ts';

let n = 0;
const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
const plan = lifeboat(newId);
const day = plan.days[0]!;
const ms = (min: number) => minuteToMs(day.date, day.timeZone, min);
const [a, b] = plan.cameras;
const shot = plan.shots.find((s) => s.code === '8A')!;
const ro = plan.people.find((p) => p.shortName === 'Ro')!;
const TAKE = newId();
const event = (takeId: string, atMin: number, payload: TakePayload): TakeEvent => ({
  ...{ id: newId(), takeId, atMs: ms(atMin), seq: (n += 1), clientId: 'one', device: 'test', payload },
});
const rolled = (takeId: string, atMin: number, more: object = {}) =>
  event(takeId, atMin, {
    ...{ kind: 'rolled', shotId: shot.id, dayId: day.id, number: 1, wild: false, timecode: '14:20:00:00' },
    cameras: [a!, b!].map((c) => ({
      ...{ letter: c.letter, cameraId: c.id, evidence: 'assumed' as const, card: null, clip: null },
      ...(c === b ? { set: { lens: '200 mm', stop: 'T4', filter: '', ei: '800', rate: '25' } } : {}),
    })),
    boxIds: ['00000000-0000-7000-8000-00000000b0b0'],
    ...more,
  });
const EVENTS = [
  rolled(TAKE, 860),
  event(TAKE, 861, { kind: 'reported', letter: 'A', cameraId: a!.id, card: 'A001', clip: 'A001_C003' }),
  event(TAKE, 861, { kind: 'starred', timecode: '14:20:11:00' }),
  event(TAKE, 862, { kind: 'cut', timecode: '14:22:00:00' }),
  event(TAKE, 863, { kind: 'marked', verdict: 'good' }),
  event(TAKE, 863, { kind: 'faulted', fault: 'frame', on: true }),
];
const entry = (atMin: number, payload: LogPayload, by = 'Ro'): LogEntry => ({
  ...{ id: newId(), productionId: plan.production.id, version: 1, deletedAt: null },
  ...{ dayId: day.id, atMs: ms(atMin), by, payload },
});
const BOX = { id: '00000000-0000-7000-8000-00000000b0b0', name: 'Recorder' };
const sources = (more: Partial<ReportSources> = {}): ReportSources => ({
  ...{ day, takes: foldEveryTake(EVENTS), log: [], shots: plan.shots, scenes: plan.scenes, cameras: plan.cameras },
  ...{ people: plan.people, places: plan.places, boxes: [BOX], nowMs: ms(900), personId: null },
  questions: [{ id: plan.production.id, words: 'Who taught you?' }],
  cues: [{ id: plan.production.id, words: 'Titles in' }],
  routes: [
    { boxId: BOX.id, sourceId: 'pin', channel: 2 },
    { boxId: BOX.id, sourceId: 'desk', channel: 1 },
  ],
  sources: [
    { id: 'pin', name: 'Pin' },
    { id: 'desk', name: 'Desk' },
  ],
  ...more,
});

describe('reports of a day', () => {
  it('have as many cells in each line as columns, and none for nothing', () => {
    for (const kind of REPORT_KINDS) {
      const report = reportOf(kind, sources({ log: [entry(860, { kind: 'packIn', cameraId: a!.id })] }));
      expect(report.lines.length).toBeGreaterThan(0);
      for (const line of report.lines) expect(line).toHaveLength(report.columns.length);
      expect(reportOf(kind, sources({ takes: [] })).lines).toEqual([]);
    }
  });
  it('camera: a line for each camera of each take, with its settings and what says so', () => {
    const { title, lines } = reportOf('camera', sources());
    expect(title).toBe('Camera report');
    expect(lines).toEqual([
      [
        '8',
        '8A',
        '1',
        'A',
        'A001',
        'A001_C003',
        '14:20:00:00',
        '14:22:00:00',
        '2:00',
        '',
        '',
        '',
        '',
        '',
        'Good',
        'the camera',
        'frame wrong',
      ],
      [
        '8',
        '8A',
        '1',
        'B',
        '',
        '',
        '14:20:00:00',
        '14:22:00:00',
        '2:00',
        '200 mm',
        'T4',
        '',
        '800',
        '25',
        'Good',
        'the log',
        'frame wrong',
      ],
    ]);
  });
  it('camera, by person: only the cameras they operate', () => {
    const cameras = plan.cameras.map((c) => ({ ...c, operatorId: c.letter === 'A' ? ro.id : null }));
    const report = reportOf('camera', sources({ cameras, personId: ro.id }));
    expect(report.title).toBe('Camera report, Ro Castellan');
    expect(report.lines.map((l) => l[3])).toEqual(['A']);
  });
  it('sound: each recorder with its tracks in the order of their channels', () =>
    expect(reportOf('sound', sources()).lines).toEqual([
      ['8', '8A', '1', 'Recorder', '14:20:00:00', '14:22:00:00', '2:00', '1 Desk, 2 Pin', 'Good', 'frame wrong'],
    ]));
  it('continuity: stars, what to watch, false starts by name', () => {
    const scenes = plan.scenes.map((s) => ({ ...s, props: 'bottle', wardrobe: 'oilskins' }));
    const struck = [...EVENTS, event(TAKE, 870, { kind: 'struck', struck: true })];
    const [line] = reportOf('continuity', sources({ scenes, takes: foldEveryTake(struck) })).lines;
    expect(line).toEqual([
      '8',
      '8A',
      '1',
      '14:20:00:00',
      '2:00',
      'A B',
      'false start',
      '14:20:11:00',
      'bottle; oilskins',
      'frame wrong',
    ]);
  });
  it('log: everything in words, in the order in which it happened, by the day’s own clock', () => {
    const launch = plan.scenes.find((s) => s.title === 'Launch')!.id;
    const slip = plan.places[0]!.id;
    const log = [
      entry(890, { kind: 'left', placeId: slip, undone: ['8C'], reason: 'the tide' }),
      entry(855, { kind: 'looked', sceneId: launch, red: ['C: not heard'] }),
      entry(860.9, { kind: 'began', sceneId: launch }),
      entry(863, { kind: 'over', sceneId: launch }),
      entry(864, { kind: 'delay', cause: 'waiting', lostMin: null, words: 'the tug' }),
      entry(865, { kind: 'delay', cause: 'ours', lostMin: 4, words: '' }),
      entry(866, { kind: 'incident', near: false, words: 'A wet stair', told: '' }, 'Una'),
      entry(867, { kind: 'cardIn', cameraId: b!.id, label: 'B001' }),
      entry(868, { kind: 'cardOut', cameraId: b!.id, label: 'B001' }),
      entry(869, { kind: 'ticked', placeId: slip, what: 'tone' }),
      entry(870, { kind: 'built', setupId: slip, lines: ['key: lamp, at 50 %'], words: 'door open' }),
      entry(871, { kind: 'asked', questionId: plan.production.id, takeId: null, starredAt: null }),
      entry(872, { kind: 'asked', questionId: plan.production.id, takeId: null, starredAt: '14:32:00:00' }),
      { ...entry(870, { kind: 'packIn', cameraId: b!.id }), dayId: newId() },
    ];
    expect(reportOf('log', sources({ log })).lines).toEqual([
      ['14:15', 'Looked before Launch', '', 'red: C: not heard', 'Ro'],
      ['14:20', 'Launch began', '', '', 'Ro'],
      ['14:23', 'Launch was over', '', '', 'Ro'],
      ['14:24', 'Delay: waiting for somebody', '36 so far', 'the tug', 'Ro'],
      ['14:25', 'Delay: ours', '4', '', 'Ro'],
      ['14:26', 'Incident', '', 'A wet stair. Nobody told yet', 'Una'],
      ['14:27', 'Card B001 into B', '', '', 'Ro'],
      ['14:28', 'Card B001 out of B', '', '', 'Ro'],
      ['14:29', 'Slipway: tone', '', '', 'Ro'],
      ['14:30', 'The light frozen, as the plan had it', '', 'key: lamp, at 50 %; door open', 'Ro'],
      ['14:31', 'A question asked', '', 'Who taught you?', 'Ro'],
      ['14:32', 'Answer starred at 14:32:00:00', '', 'Who taught you?', 'Ro'],
      ['14:50', 'Left Slipway', '', 'left: 8C. the tide', 'Ro'],
    ]);
    expect(reportOf('log', sources({ log, personId: ro.id })).lines).toHaveLength(12);
  });
  it('minutes lost by all causes', () => {
    expect(lostSaid([])).toBe('');
    expect(lostSaid([{ lostMin: 4 }, { lostMin: 36.4 }])).toBe('40\u00a0min');
  });
});

describe('the day in numbers', () => {
  const dayPlan = planOf({ ...plan }, day);
  const numbers = (events: TakeEvent[], deliverables: { durationS: number | null; pieces: number }[] = []) => {
    const takes = foldTakes(events);
    return dayNumbers(dayPlan, takes, shotStates(plan.shots, takes), plan.scenes, deliverables);
  };
  it('counts what is had of what was planned; wild sound and false starts are no takes', () => {
    const none = numbers([]);
    expect(none.shots).toEqual({ had: 0, planned: plan.shots.length });
    expect(none).toMatchObject({ takes: { had: 0 }, shotMin: 0, deliveredMin: null, ratio: null });
    expect(numbers(EVENTS)).toMatchObject({ shots: { had: 1 }, takes: { had: 1, planned: plan.shots.length } });
    const wild = newId();
    expect(numbers([...EVENTS, rolled(wild, 870, { wild: true })]).takes.had).toBe(1);
    expect(numbers([...EVENTS, event(TAKE, 880, { kind: 'struck', struck: true })]).takes.had).toBe(0);
  });
  it('shot to delivered: minutes of all cameras against all that is wanted', () => {
    // Two cameras for two minutes, for a film of a minute and two pieces of thirty seconds.
    const n2 = numbers(EVENTS, [
      { durationS: 60, pieces: 1 },
      { durationS: 30, pieces: 2 },
      { durationS: null, pieces: 4 },
    ]);
    expect(n2).toMatchObject({ shotMin: 4, deliveredMin: 2, ratio: 2 });
    const out = event(TAKE, 861, { kind: 'camera', letter: 'B', cameraId: b!.id, in: false });
    expect(takeMinutes(foldTakes([...EVENTS, out]))).toBe(3);
    expect(takeMinutes(foldTakes([rolled(newId(), 860)]))).toBe(0);
  });
  it('pages count once every shot of their scene is had', () => {
    const scenes = plan.scenes.map((s) => ({ ...s, eighths: s.title === 'Knock-out' ? 3 : 8 }));
    const only = plan.shots.find((s) => s.code === '7A')!;
    const id = newId();
    const events = [rolled(id, 850, { shotId: only.id }), event(id, 851, { kind: 'marked', verdict: 'good' })];
    const takes = foldTakes(events);
    const { eighths } = dayNumbers(dayPlan, takes, shotStates(plan.shots, takes), scenes, []);
    expect(eighths).toEqual({ had: 3, planned: 3 + 8 * (plan.scenes.length - 1) });
  });
});

describe('what a day runs towards', () => {
  const plan = { meals: [{ startMin: 780, endMin: 825 }], day: { wantedWrapMin: 1110 } };
  const sun = { lowSunStartMin: 1020, setMin: 1095, duskMin: 1130 };
  it('is said in the order in which it comes; what is past is not', () => {
    expect(dayClocks(plan, sun, 700).map((c) => [c.key, c.inMin])).toEqual([
      ['meal', 80],
      ['lowSun', 320],
      ['sunset', 395],
      ['wanted', 410],
      ['dusk', 430],
    ]);
    expect(dayClocks(plan, sun, 1100).map((c) => c.key)).toEqual(['wanted', 'dusk']);
  });
  it('and nothing is made up where nobody knows the place, or the sun does not set', () => {
    expect(dayClocks({ meals: [], day: { wantedWrapMin: 1110 } }, null, 700).map((c) => c.key)).toEqual(['wanted']);
    expect(dayClocks(plan, { lowSunStartMin: null, setMin: null, duskMin: null }, 1200)).toEqual([]);
  });
});
