import { beforeEach, describe, expect, it } from 'vitest';
import type { Production } from '@kavrell/core/brief';
import type { Camera } from '@kavrell/core/camera';
import type { Day } from '@kavrell/core/day';
import { foldTakes, type TakeEvent } from '@kavrell/core/roll';
import { RollConsole, chooseTarget, useConsole } from './console.ts';

const production = { id: 'p', rate: '25' } as Production;
const day = { id: 'd', date: '2027-03-18', timeZone: 'Europe/Oslo' } as Day;
const camera = (letter: string) => ({ id: `camera-${letter}`, letter }) as Camera;
const shot = { id: 's3c', code: '3C' };

function bench(clockOffsetMs: number | null = 40) {
  const sent: { label: string; events: TakeEvent[] }[] = [];
  let ids = 0;
  let nowMs = Date.parse('2027-03-18T09:30:00.400Z');
  const desk = new RollConsole({
    now: () => nowMs,
    clockOffsetMs: () => clockOffsetMs,
    newId: () => `id-${(ids += 1)}`,
    clientId: () => 'phone',
    device: 'x'.repeat(200),
    send: (_, label, events) => {
      sent.push({ label, events });
      return Promise.resolve();
    },
  });
  const takes = () => foldTakes(sent.flatMap((s) => s.events));
  return { desk, sent, takes, later: (ms: number) => (nowMs += ms) };
}

beforeEach(() => {
  localStorage.clear();
  useConsole.setState({ targetId: null, letters: null, takeId: null, cutAt: null });
});

describe('the roll console', () => {
  it('rolls and cuts a take: numbered, at the wall’s timecode, with the cameras that are assumed to roll', () => {
    const { desk, sent, takes, later } = bench();
    desk.roll({ production, day, takes: [], shot, moment: null, cameras: [camera('A'), camera('B')], wild: false });
    expect(sent[0]!.label).toBe('3C take 1: rolled');
    const [rolled] = sent[0]!.events;
    expect(rolled!.payload).toMatchObject({ kind: 'rolled', timecode: '10:30:00:10', shotId: 's3c', sceneId: null });
    expect(takes()[0]!.cameras.map((c) => [c.letter, c.evidence])).toEqual([
      ['A', 'assumed'],
      ['B', 'assumed'],
    ]);
    later(12_000);
    desk.cut(production, day, takes()[0]!);
    expect(sent[1]).toMatchObject({ label: 'Take 1: cut', events: [{ payload: { timecode: '10:30:12:10' } }] });
    expect(useConsole.getState().cutAt?.takeId).toBe(takes()[0]!.id);
    desk.roll({ production, day, takes: takes(), shot, moment: null, cameras: [], wild: false });
    expect(sent[2]!.label).toBe('3C take 2: rolled');
  });
  it('a wild sound is of no camera, a moment’s take of no shot', () => {
    const { desk, sent } = bench();
    const moment = { id: 'm', number: '4' };
    desk.roll({ production, day, takes: [], shot: null, moment, cameras: [camera('A')], wild: false });
    expect(sent[0]!.events[0]!.payload).toMatchObject({ shotId: null, sceneId: 'm', wild: false });
    desk.roll({ production, day, takes: [], shot: null, moment: null, cameras: [camera('A')], wild: true });
    expect(sent[1]!.label).toBe('Wild take 1: rolled');
    expect(sent[1]!.events[0]!.payload).toMatchObject({ cameras: [], wild: true });
  });
  it('each event has its own place in the order, the device’s name cut to what fits, and the server’s time where it is known', () => {
    const { desk, sent } = bench();
    desk.log(production, 't', 'good', { kind: 'marked', verdict: 'good' });
    desk.log(production, 't', 'none', { kind: 'marked', verdict: null });
    const [a, b] = sent.map((s) => s.events[0]!);
    expect(b!.seq).toBeGreaterThan(a!.seq);
    expect(a!.device).toHaveLength(80);
    expect(a!.productionAtMs! - a!.atMs).toBe(40);
    const alone = bench(null);
    alone.desk.log(production, 't', 'good', { kind: 'marked', verdict: 'good' });
    expect(alone.sent[0]!.events[0]!.productionAtMs).toBeNull();
  });
  it('a shot ticked on paper is one good take, in one go, and says where it comes from', () => {
    const { desk, sent, takes } = bench();
    desk.fromPaper(production, day, [], shot);
    expect(sent).toHaveLength(1);
    expect(sent[0]!.events.map((e) => e.payload.kind)).toEqual(['rolled', 'cut', 'marked', 'noted']);
    expect(takes()).toMatchObject([{ number: 1, shotId: 's3c', verdict: 'good', cameras: [] }]);
  });
  it('what is in hand outlives a reload, until the plan is followed again', () => {
    useConsole.setState({ letters: ['A'] });
    chooseTarget('s3c');
    expect(localStorage.getItem('kavrell-in-hand')).toBe('s3c');
    expect(useConsole.getState()).toMatchObject({ targetId: 's3c', letters: null });
    chooseTarget(null);
    expect(localStorage.getItem('kavrell-in-hand')).toBeNull();
  });
});
