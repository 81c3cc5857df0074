import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { doubledTakes, foldEveryTake, foldTakes, takeHistory, type TakeEvent, type TakePayload } from './index.ts';

const uuid = (a: number, b: number) =>
  `00000000-0000-7000-8000-${String(a).padStart(4, '0')}${String(b).padStart(8, '0')}`;
const CAMERAS = ['A', 'B', 'C', 'D'].map((letter, i) => ({ letter, cameraId: uuid(1, i) }));
const HOUR_MS = 3_600_000;
const VERDICTS = ['good', 'maybe', 'noGood', null] as const;

/** What one device logs in a day: each step begins a take, or says something of one that it or another began. */
interface Step {
  what: number;
  of: number;
  gapMs: number;
}
const step: fc.Arbitrary<Step> = fc.record({
  what: fc.nat(11),
  of: fc.nat(400),
  gapMs: fc.integer({ min: 0, max: 90_000 }),
});

/** The events of many devices whose own clocks are wrong by hours; each estimates the production’s from its talks with the server. */
function logOf(devices: readonly (readonly Step[])[]): TakeEvent[] {
  let n = 0;
  return devices.flatMap((steps, device) => {
    let at = 1_000_000;
    // Hours ahead or behind by turns.
    const wrongMs = ((device % 5) - 2) * 3 * HOUR_MS;
    return steps.map((s, seq): TakeEvent => {
      at += s.gapMs;
      n += 1;
      const takeId = s.what < 3 ? uuid(100 + device, seq) : uuid(100 + (s.of % devices.length), s.of % 20);
      return {
        ...{ id: uuid(9000, n), takeId, atMs: at + wrongMs, productionAtMs: at, seq },
        ...{ clientId: `device ${device}`, device: 'test', payload: payloadOf(s) },
      };
    });
  });
}

function payloadOf({ what, of }: Step): TakePayload {
  const camera = CAMERAS[of % CAMERAS.length]!;
  switch (what) {
    case 0:
    case 1:
    case 2:
      return {
        ...{ kind: 'rolled', shotId: uuid(2, of % 30), dayId: uuid(3, 1), number: 1 + (of % 5), wild: of % 11 === 0 },
        ...{ cameras: [{ ...camera, evidence: 'assumed', card: null, clip: null }], timecode: '10:00:00:00' },
      };
    case 3:
    case 4:
      return { kind: 'cut', timecode: '10:00:05:00' };
    case 5:
      return { kind: 'marked', verdict: VERDICTS[of % 4]! };
    case 6:
      return { kind: 'noted', text: `note ${of}` };
    case 7:
      return { kind: 'camera', ...camera, in: of % 2 === 0 };
    case 8:
      return { kind: 'aimed', shotId: uuid(2, of % 30), sceneId: null };
    case 9:
      return { kind: 'timed', rolledAtMs: 900_000 + of, timecodeIn: 'x', cutAtMs: null, timecodeOut: null };
    case 10:
      return { kind: 'struck', struck: of % 3 !== 0 };
    default:
      return { kind: 'faulted', fault: 'focus', on: of % 2 === 0 };
  }
}

const devices = fc.array(fc.array(step, { minLength: 1, maxLength: 30 }), { minLength: 2, maxLength: 10 });

describe('many hands, no network', () => {
  it('end with the same log on every device, whatever order events arrive in, however often, however late', () => {
    fc.assert(
      fc.property(devices, fc.infiniteStream(fc.nat()), (list, chance) => {
        const events = logOf(list);
        const wanted = JSON.stringify(foldEveryTake(events));
        const draw = () => chance.next().value ?? 0;
        const shuffled = [...events, ...events.filter(() => draw() % 3 === 0)]
          .map((e) => ({ e, key: draw() }))
          .sort((a, b) => a.key - b.key)
          .map((x) => x.e);
        expect(JSON.stringify(foldEveryTake(shuffled))).toBe(wanted);
        // Half of it first, as when a device comes back late: nothing that was known is lost by the rest.
        const early = foldEveryTake(shuffled.slice(0, shuffled.length / 2)).map((t) => t.id);
        const all = new Set(foldEveryTake(shuffled).map((t) => t.id));
        expect(early.every((id) => all.has(id))).toBe(true);
      }),
      { numRuns: 40 },
    );
  });
  it('lose nothing: every event of a take that began stands in its history, once', () => {
    const named = { of: () => 'x', box: () => 'x', take: () => 'x' };
    fc.assert(
      fc.property(devices, (list) => {
        const events = logOf(list);
        const begun = new Set(foldEveryTake(events).map((t) => t.id));
        const told = [...begun].flatMap((id) => takeHistory([...events, ...events], id, named).map((l) => l.id));
        expect(told.sort()).toEqual(
          events
            .filter((e) => begun.has(e.takeId))
            .map((e) => e.id)
            .sort(),
        );
      }),
      { numRuns: 20 },
    );
  });
  it('what two people both logged is shown as both, and said to be twice', () => {
    const [first, second] = logOf([[{ what: 0, of: 4, gapMs: 0 }], [{ what: 0, of: 4, gapMs: 20 }]]) as [
      TakeEvent,
      TakeEvent,
    ];
    const takes = foldTakes([second, first]);
    expect(takes).toHaveLength(2);
    expect(doubledTakes(takes)).toEqual(new Set(takes.map((t) => t.id)));
  });
  it('a clock hours wrong does not move a take: the production’s own counts', () => {
    const events = logOf([
      [{ what: 0, of: 1, gapMs: 0 }],
      [{ what: 0, of: 2, gapMs: 1000 }],
      [{ what: 0, of: 3, gapMs: 2000 }],
    ]);
    expect(new Set(events.map((e) => e.atMs - (e.productionAtMs ?? 0))).size).toBe(3);
    expect(foldTakes(events).map((t) => t.rolledAtMs)).toEqual([1_000_000, 1_001_000, 1_002_000]);
  });
});
