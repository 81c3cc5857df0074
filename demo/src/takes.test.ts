import { describe, expect, it } from 'vitest';
import { jobPace } from '@kavrell/core/productions';
import { msToMinute } from '@kavrell/core/time';
import { ninthBell } from './ninthBell.ts';
import { morningTakes } from './takes.ts';

let n = 0;
const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
const plan = ninthBell(newId, '/media');
const UNTIL = 11 * 60;
const morning = morningTakes(plan, UNTIL, newId);

describe('the demo’s morning', () => {
  it('goes at the pace of a real one: neither change-overs nor shots are just as estimated', () => {
    const pace = jobPace({ ...plan, takeEvents: morning.events });
    const told = pace.filter((p) => p.count > 0 && p.kind !== 'takes');
    expect(told.length).toBeGreaterThan(1);
    const off = told.filter((p) => Math.abs((p.measured ?? 1) - 1) > 0.02).map((p) => p.kind);
    expect(off).toEqual(expect.arrayContaining(['shot']));
    expect(off.length).toBeGreaterThan(1);
  });
  it('is over in time, take after take', () => {
    const day = plan.days[0]!;
    const minutes = morning.events.map((e) => msToMinute(day.date, day.timeZone, e.atMs));
    expect(Math.max(...minutes)).toBeLessThanOrEqual(UNTIL + 1);
    const rolled = morning.events.filter((e) => e.payload.kind === 'rolled').map((e) => e.atMs);
    expect(rolled).toEqual([...rolled].sort((a, b) => a - b));
  });
});
