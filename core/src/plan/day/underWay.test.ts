import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { minuteToMs } from '../../base/time/index.ts';
import type { LogEntry } from '../../rooms/log/index.ts';
import type { StartKind } from '../../rooms/scenes/index.ts';
import { programmeNow, shiftedStarts, type DayPlan, type DayRow } from './index.ts';

const DAY = { id: 'day', date: '2027-06-12', timeZone: 'Europe/London' } as DayPlan['day'];
const row = (
  id: string,
  startMin: number,
  endMin: number,
  programme: StartKind = 'fixed',
  follows: string | null = null,
) => ({ itemId: id, startMin, endMin, programme, scene: { followsSceneId: follows } }) as unknown as DayRow;
/** Speeches at 13:40, the naming about 14:02, the launch fixed by the tide at 14:20, the wake when that is over. */
const PLAN = {
  day: DAY,
  rows: [
    row('speeches', 820, 842),
    row('naming', 842, 850, 'about'),
    row('launch', 860, 862),
    row('wake', 862, 892, 'follows', 'launch'),
    row('thanks', 905, 925, 'about'),
  ],
};
let n = 0;
const stamp = (kind: 'began' | 'over', sceneId: string, atMin: number): LogEntry =>
  ({
    id: String((n += 1)),
    dayId: DAY.id,
    atMs: minuteToMs(DAY.date, DAY.timeZone, atMin),
    payload: { kind, sceneId },
  }) as LogEntry;
const at = (nowMin: number, ...log: LogEntry[]) => programmeNow(PLAN, log, nowMin);
const of = (now: ReturnType<typeof at>, id: string) => now.moments.find((m) => m.row.itemId === id)!;

describe('a programme as it goes', () => {
  it('goes by the plan as long as nobody stamps anything, and says nothing of being behind', () => {
    const now = at(845);
    expect(now.behindMin).toBeNull();
    expect(now.moments.map((m) => m.state)).toEqual(['over', 'on', 'toCome', 'toCome', 'toCome']);
    expect(now.moments.map((m) => m.startMin)).toEqual([820, 842, 860, 862, 905]);
  });
  it('what began late moves what is about its time or follows, never a fixed start', () => {
    const now = at(830, stamp('began', 'speeches', 827));
    expect(now.behindMin).toBe(7);
    expect(of(now, 'speeches')).toMatchObject({ state: 'on', begunMin: 827, endMin: 849 });
    expect(of(now, 'naming').startMin).toBe(849);
    expect(of(now, 'launch').startMin).toBe(860);
    expect(of(now, 'wake').startMin).toBe(862);
    expect(of(now, 'thanks').startMin).toBe(912);
  });
  it('what runs over is behind by more each minute', () => {
    const begun = stamp('began', 'speeches', 820);
    expect(at(842, begun).behindMin).toBe(0);
    expect(at(851, begun).behindMin).toBe(9);
    expect(of(at(851, begun), 'speeches').endMin).toBe(851);
  });
  it('over, and the next not begun though its time has passed: that is late too', () => {
    const log = [stamp('began', 'speeches', 820), stamp('over', 'speeches', 840)];
    expect(at(841, ...log).behindMin).toBe(-2);
    expect(at(848, ...log).behindMin).toBe(6);
    // Nobody said that it began: it has not, however late it is.
    expect(of(at(848, ...log), 'naming').state).toBe('toCome');
  });
  it('what follows starts when the other really ends', () => {
    const log = [stamp('began', 'launch', 864), stamp('over', 'launch', 869)];
    expect(of(at(866, log[0]!), 'wake').startMin).toBe(866);
    expect(of(at(870, ...log), 'wake').startMin).toBe(869);
  });
  it('ahead moves nothing earlier', () => {
    const now = at(815, stamp('began', 'speeches', 812));
    expect(now.behindMin).toBe(-8);
    expect(of(now, 'naming').startMin).toBe(842);
  });
  it('begun anew after it was over, it goes on; a moment passed over without a stamp goes by its time', () => {
    const log = [stamp('began', 'speeches', 820), stamp('over', 'speeches', 830), stamp('began', 'speeches', 835)];
    expect(of(at(838, ...log), 'speeches')).toMatchObject({ state: 'on', begunMin: 835, overMin: null });
    expect(of(at(861, stamp('began', 'launch', 860)), 'naming').state).toBe('over');
  });
  it('stamps of another day, and entries of another kind, say nothing', () => {
    expect(at(830, { ...stamp('began', 'speeches', 827), dayId: 'other' }).behindMin).toBeNull();
  });
  it('the shift writes only what is about its time, in whole minutes of the wall', () => {
    const now = at(830, stamp('began', 'speeches', 826.6));
    expect(shiftedStarts(now, DAY)).toEqual([
      { sceneId: 'naming', plannedMin: 849 },
      { sceneId: 'thanks', plannedMin: 912 },
    ]);
    expect(shiftedStarts(at(830), DAY)).toEqual([]);
  });
  it('whatever is stamped: fixed starts stay, ends come after starts, nothing to come is moved earlier', () => {
    const stamps = fc.array(
      fc.tuple(
        fc.constantFrom('began' as const, 'over' as const),
        fc.constantFrom(...PLAN.rows.map((r) => r.itemId)),
        fc.integer({ min: 780, max: 940 }),
      ),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(stamps, fc.integer({ min: 780, max: 960 }), (list, nowMin) => {
        const log = list.filter(([, , m]) => m <= nowMin).map(([kind, id, m]) => stamp(kind, id, m));
        for (const m of programmeNow(PLAN, log, nowMin).moments) {
          expect(m.endMin).toBeGreaterThanOrEqual(m.startMin);
          if (m.begunMin === null && m.overMin === null) {
            expect(m.startMin).toBeGreaterThanOrEqual(m.row.startMin);
            if (m.row.programme === 'fixed') expect(m.startMin).toBe(m.row.startMin);
          }
        }
      }),
    );
  });
  it('what nobody stamped ends when it was to, however late it is', () => {
    expect(at(1000).moments.map((m) => m.endMin)).toEqual([842, 850, 862, 892, 925]);
    expect(of(at(1000, stamp('began', 'launch', 860)), 'naming').endMin).toBe(850);
  });
});
