import { describe, expect, it } from 'vitest';
import { lifeboat } from '../../../../demo/src/lifeboat.ts';
import { minuteToMs } from '../../base/time/index.ts';
import { presentOf } from '../../plan/day/index.ts';
import type { LogEntry } from '../../rooms/log/index.ts';
import { planOf, plannedSet, targetsOf } from './index.ts';

let n = 0;
const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
const boat = lifeboat(newId);
const day = boat.days[0]!;
const plan = planOf({ ...boat }, day);
const scene = (title: string) => boat.scenes.find((s) => s.title === title)!.id;
const began = (title: string, atMin: number) =>
  ({
    id: newId(),
    dayId: day.id,
    atMs: minuteToMs(day.date, day.timeZone, atMin),
    payload: { kind: 'began', sceneId: scene(title) },
  }) as LogEntry;
const next = (nowMin: number, log: LogEntry[] = []) =>
  targetsOf(plan, new Map(), nowMin, log).next.map((t) => t.shot?.code);

describe('what can be rolled on next', () => {
  it('goes by the plan where nobody said what goes on', () => expect(next(856)[0]).toBe('7A'));
  it('is of the moment that somebody said has begun, before what the plan has on', () => {
    const found = next(856, [began('Launch', 855)]);
    expect(found.slice(0, 5)).toEqual(['8A', '8B', '8C', '8D', '7A']);
  });
  it('a moment said to be over is passed over, whatever the plan says', () => {
    const over = { ...began('Knock-out', 856), payload: { kind: 'over' as const, sceneId: scene('Knock-out') } };
    const found = targetsOf(plan, new Map(), 857, [over]);
    expect(found.behind.map((t) => t.shot?.code)).toContain('7A');
    expect(found.next.map((t) => t.shot?.code)).not.toContain('7A');
  });
});

describe('what is due on a day of moments', () => {
  const due = (nowMin: number, ...log: LogEntry[]) => presentOf(plan, new Map(), nowMin, log);
  it('is what the plan has on where nobody said anything', () =>
    expect(due(856)).toMatchObject({
      on: { title: 'Knock-out' },
      next: { title: 'Launch' },
      sinceMin: 2,
      endMin: 860,
    }));
  it('is what was said to go on, from when it began, for as long as it was planned', () => {
    const late = began('Launch', 863);
    expect(due(864, late)).toMatchObject({ on: { title: 'Launch' }, sinceMin: 1, overMin: 0, endMin: 865 });
    expect(due(868, late)!.overMin).toBe(3);
  });
  it('is not what was said to be over', () => {
    const over = { ...began('Knock-out', 855), payload: { kind: 'over' as const, sceneId: scene('Knock-out') } };
    expect(due(856, over)!.on.title).toBe('Launch');
  });
});

describe('how a camera is to be set by the plan', () => {
  const job = { ei: 800, rate: '25' };
  it('has lens and rate of the shot, stop of its light, EI of the job', () =>
    expect(
      plannedSet(job, { rate: '25' }, { lens: '85 mm', fps: 100 }, { plan: { wanted: { tStop: 2.8 } } } as never),
    ).toEqual({ lens: '85 mm', stop: 'T2.8', filter: '', ei: '800', rate: '100' }));
  it('and nothing invented where the plan says nothing', () =>
    expect(plannedSet(job, { rate: '50' }, null, null)).toEqual({
      lens: '',
      stop: '',
      filter: '',
      ei: '800',
      rate: '50',
    }));
});
