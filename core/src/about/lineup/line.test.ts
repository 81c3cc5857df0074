import { describe, expect, it } from 'vitest';
import type { HandLine, LineFind, LineRun } from '../../rooms/lineup/index.ts';
import { dayLine, lineNotes, pairKey, pairsToMeasure, takeCode, type DayLine, type LineSources } from './index.ts';
import { bellMorning } from './testing.ts';

const { sources, truth, day, newId, demo, clips, takes } = bellMorning();
const clipNamed = (name: string) => clips.find((c) => c.name === name)!;
const lineWith = (more: Partial<LineSources> = {}) => dayLine({ ...sources, ...more }, day.id);
const placedOf = (line: DayLine, name: string) => line.placed.find((c) => c.clip.name === name);
/** By how much clips of a device are beside the truth at most, ms. */
const worstOf = (line: DayLine, device: string) =>
  Math.max(
    0,
    ...line.placed.filter((c) => c.device === device).map((c) => Math.abs(c.startMs - truth.get(c.clip.id)!)),
  );
const run: LineRun = {
  ...{ id: newId(), productionId: demo.production.id, version: 1, dayId: day.id, by: 'Ines', state: 'done' },
  ...{
    again: false,
    fromCards: false,
    totalFiles: 0,
    doneFiles: 0,
    totalPairs: 0,
    donePairs: 0,
    inHand: '',
    notHere: 0,
  },
  ...{ startedAtMs: 0, endedAtMs: 1, failure: null, withdrawnAtMs: null, withdrawnBy: null },
};
/** What a run would find between two clips of one take. */
const found = (a: string, b: string, more: Partial<LineFind> = {}): LineFind => {
  const [x, y] = [clipNamed(a), clipNamed(b)];
  return {
    ...{ id: newId(), productionId: demo.production.id, version: 1, runId: run.id, clipId: x.id, otherId: y.id },
    ...{
      means: 'sound',
      refused: null,
      offsetMs: truth.get(y.id)! - truth.get(x.id)!,
      atS: 20,
      driftPpm: 0,
      errorMs: 0.1,
    },
    ...{
      confidence: 0.9,
      runnerUp: 0.2,
      windows: 20,
      agree: 19,
      label: null,
      rate: null,
      atMs: 1,
      by: 'Ines',
      ...more,
    },
  };
};
const hand = (a: string, b: string | null, more: Partial<HandLine> = {}): HandLine => ({
  ...{ id: newId(), productionId: demo.production.id, version: 1, deletedAt: null, clipId: clipNamed(a).id },
  ...{ otherId: b === null ? null : clipNamed(b).id, kind: 'place', offsetMs: 0, note: '', by: 'Ines', ...more },
});
const withFinds = (...lineFinds: LineFind[]) => ({ lineRuns: [run], lineFinds });
/** The labels of some clips, gone. */
const unlabelled = (...names: string[]) =>
  clips.map((c) => (names.includes(c.name) ? { ...c, startTimecode: null, rate: null } : c));

describe('a day by its labels alone', () => {
  it('is on one line: each camera at its own rate since its jam, another zone taken off', () => {
    const line = lineWith();
    expect(line.unplaced).toEqual([]);
    expect(line.placed).toHaveLength(clips.length);
    for (const device of ['A', 'S']) expect(worstOf(line, device)).toBeLessThanOrEqual(40);
    // Two frames of 23.976: its own and that of its jam.
    expect(worstOf(line, 'B')).toBeLessThanOrEqual(84);
    // Never jammed: what its clock drifts since its setting stays until sound says it.
    expect(worstOf(line, 'C')).toBeLessThan(400);
    expect(line.devices.map((d) => [d.name, d.clock.standing])).toEqual([
      ...[
        ['A', 'inStep'],
        ['B', 'inStep'],
        ['C', 'zone'],
        ['S', 'inStep'],
      ],
    ]);
    expect(line.referenceId).toBe('S');
    expect(line.devices[1]!.clock.words).toContain('It counts 23.976, the job 25');
  });
  it('finds the same where no camera named its clips: clips and takes are laid over each other', () => {
    const nameless = takes.map((t) => ({ ...t, cameras: t.cameras.map((c) => ({ ...c, clip: null })) }));
    const line = lineWith({ takes: nameless });
    expect(line.devices.map((d) => d.clock.standing)).toEqual(['inStep', 'inStep', 'zone', 'inStep']);
    for (const c of line.placed) expect(c.take?.id).toBe(placedOf(lineWith(), c.clip.name)!.take?.id);
  });
  it('gives a recorder’s clips to the day of most of their card, where takes of two days were at one time of day', () => {
    const [one, two] = demo.days as [(typeof demo.days)[number], (typeof demo.days)[number]];
    const dayMs = 86_400_000;
    // The second day has a longer take at the time of the first one’s first.
    const [first] = takes.filter((t) => clips.some((c) => c.name.startsWith('S') && truth.get(c.id)! < t.cutAtMs!));
    const other = {
      ...first!,
      id: newId(),
      dayId: two.id,
      rolledAtMs: first!.rolledAtMs + dayMs - 5000,
      cutAtMs: first!.cutAtMs! + dayMs + 9000,
    };
    const line = lineWith({ takes: [...takes, other] });
    expect(line.placed.filter((c) => c.isSound)).toHaveLength(clips.filter((c) => c.name.startsWith('S')).length);
    expect(line.placed.every((c) => c.take?.dayId === one.id)).toBe(true);
  });
  it('takes them as they are where nothing was logged at all, and says so', () => {
    const line = lineWith({ takes: [] });
    expect(new Set(line.devices.map((d) => d.clock.standing))).toEqual(new Set(['unchecked']));
    expect(line.placed).toHaveLength(clips.length);
    expect(line.placed.every((c) => c.take === null)).toBe(true);
    expect(placedOf(line, 'A001_C001.mov')!.words).toContain('no take says whether its clock was right');
  });
  it('a card of pictures that nobody gave to a camera is a lane of pictures, lined up like any other', () => {
    const bare = demo.cards.map((c) => (c.label.startsWith('A') ? { ...c, cameraId: null } : c));
    const line = lineWith({ cards: bare });
    expect(line.devices.map((d) => [d.name, d.isSound])).toEqual([
      ...['A', 'B', 'C'].map((name) => [name, false]),
      ['S', true],
    ]);
    expect(worstOf(line, 'A')).toBeLessThanOrEqual(40);
  });
  it('uses no labels that keep no time: they are named with what to do', () => {
    const odd = clips.map((c, i) =>
      c.name.startsWith('B') ? { ...c, startTimecode: `0${i % 9}:0${(i * 7) % 9}:00:00` } : c,
    );
    const line = lineWith({ clips: odd });
    expect(line.devices[1]!.clock.standing).toBe('unsteady');
    expect(line.unplaced.map((c) => c.device)).toEqual(odd.filter((c) => c.name.startsWith('B')).map(() => 'B'));
    expect(line.unplaced[0]).toMatchObject({ next: 'Line up by sound.' });
  });
  it('a clock that was set by hand is about right by the log only, and that is said', () => {
    const slipped = clips.map((c) =>
      c.name.startsWith('A')
        ? {
            ...c,
            startTimecode: c.startTimecode!.replace(
              /^(..):(..)/,
              (_, h: string, m: string) => `${h}:${String((Number(m) + 7) % 60).padStart(2, '0')}`,
            ),
          }
        : c,
    );
    const line = lineWith({ clips: slipped });
    expect(line.devices[0]!.clock.standing).toBe('slipped');
    const a = line.placed.filter((c) => c.device === 'A');
    expect(a.some((c) => c.rough)).toBe(true);
    expect(lineNotes(line, takes, '25', (t) => takeCode(t, demo))[0]!.words).toContain('stand only about');
  });
});

describe('with what sound says', () => {
  const a = 'A001_C001.mov';
  const first = clipNamed(a);
  const s1 = clips.find(
    (x) => x.name.startsWith('S') && Math.abs(truth.get(x.id)! - truth.get(first.id)!) < 5000,
  )!.name;
  const c1 = clips.find((x) => x.name.startsWith('C'))!;
  const sOfC = clips.find((x) => x.name.startsWith('S') && Math.abs(truth.get(x.id)! - truth.get(c1.id)!) < 5000)!.name;
  it('clips stand to a fraction of a frame, against whom they were measured, and what the labels are beside is told', () => {
    const line = lineWith(withFinds(found(s1, a), found(sOfC, c1.name)));
    const at = placedOf(line, c1.name)!;
    expect([at.means, at.against]).toEqual(['sound', clipNamed(sOfC).id]);
    const wayOff = (name: string, of: string) =>
      placedOf(line, name)!.startMs -
      placedOf(line, of)!.startMs -
      (truth.get(clipNamed(name).id)! - truth.get(clipNamed(of).id)!);
    expect(Math.abs(wayOff(c1.name, sOfC))).toBeLessThan(0.01);
    expect(line.devices.find((d) => d.name === 'C')!.aheadMs).toBeGreaterThan(150);
    // The other clips of C are put right by what this one said.
    expect(line.placed.filter((x) => x.device === 'C' && x.clip.id !== c1.id).map((x) => x.words)[0]).toContain(
      'by one of its clips that was placed otherwise',
    );
    expect(worstOf(line, 'C')).toBeLessThan(100);
  });
  it('a clip without a label is placed through another that shares no sound with the recorder', () => {
    const phone = { clips: unlabelled(c1.name) };
    expect(lineWith(phone).unplaced.map((x) => x.clip.name)).toEqual([c1.name]);
    const nameless = takes.map((t) => ({ ...t, cameras: t.cameras.map((c) => ({ ...c, clip: null })) }));
    const bare = lineWith({ ...phone, ...withFinds(found(sOfC, c1.name)), takes: nameless });
    // Where it turned out to be says which take it is of.
    expect(placedOf(bare, c1.name)!.take?.id).toBe(placedOf(bare, sOfC)!.take?.id);
    const b = clips.find((x) => x.name.startsWith('A') && Math.abs(truth.get(x.id)! - truth.get(c1.id)!) < 5000)!.name;
    const line = lineWith({ ...phone, ...withFinds(found(sOfC, b), found(b, c1.name)) });
    expect(line.unplaced).toEqual([]);
    expect(placedOf(line, c1.name)!.against).toBe(clipNamed(b).id);
    expect(Math.abs(placedOf(line, c1.name)!.startMs - truth.get(c1.id)!)).toBeLessThan(45);
  });
  it('loops that do not close are left out, and say so; a hand wins over all of them', () => {
    const b = clips.find((x) => x.name.startsWith('A') && Math.abs(truth.get(x.id)! - truth.get(c1.id)!) < 5000)!.name;
    const good = [found(sOfC, b, { confidence: 0.95 }), found(sOfC, c1.name, { confidence: 0.9 })];
    const bad = found(b, c1.name, { confidence: 0.6, offsetMs: 9999 });
    const line = lineWith(withFinds(...good, bad));
    expect(line.edges.map((e) => e.aside)).toEqual([null, null, 'disagrees']);
    expect(line.worstLoopMs).toBeNull();
    const closed = lineWith(withFinds(...good, found(b, c1.name, { confidence: 0.6 })));
    expect(closed.worstLoopMs).toBeLessThan(0.01);
    const byHand = lineWith({ ...withFinds(...good), handLines: [hand(sOfC, c1.name, { offsetMs: 500 })] });
    expect(placedOf(byHand, c1.name)).toMatchObject({ means: 'hand' });
    // Who else hangs on that hand is not placed by it.
    expect(byHand.placed.filter((c) => c.means === 'hand')).toHaveLength(1);
    expect(placedOf(byHand, sOfC)!.startMs - placedOf(byHand, c1.name)!.startMs).toBeCloseTo(-500, 6);
    expect(byHand.edges.find((e) => e.find?.id === good[1]!.id)!.aside).toBe('hand');
    // What sound said of the clock stays, whichever way round the hand says it.
    const fast = withFinds(good[0]!, { ...good[1]!, driftPpm: 18 });
    for (const h of [hand(sOfC, c1.name, { offsetMs: 500 }), hand(c1.name, sOfC, { offsetMs: -500 })]) {
      const kept = placedOf(lineWith({ ...fast, handLines: [h] }), c1.name)!;
      expect(kept.driftPpm).toBeCloseTo(18, 1);
      expect(kept.means).toBe('hand');
    }
  });
  it('what a hand set aside, and runs that were taken back, do not count; what was refused says why', () => {
    const phone = { clips: unlabelled(c1.name) };
    const one = withFinds(found(sOfC, c1.name));
    const not = lineWith({ ...phone, ...one, handLines: [hand(c1.name, sOfC, { kind: 'not', offsetMs: null })] });
    expect(not.unplaced[0]).toMatchObject({ reason: 'Somebody said that it is not where it was found.' });
    const back = lineWith({ ...phone, ...one, lineRuns: [{ ...run, withdrawnAtMs: 5 }] });
    expect(back.unplaced[0]!.next).toBe('Line up by sound.');
    const heard = (unread: string | null) =>
      lineWith({ ...phone, sounds: new Map([[c1.id, { unread }]]) }).unplaced[0]!.reason;
    expect(heard('The file is empty.')).toBe('It has no timecode. The file is empty.');
    expect(heard(null)).toContain('nothing else was recorded about then');
    const refused = lineWith({
      ...phone,
      ...withFinds(found(sOfC, c1.name, { refused: 'ambiguous', offsetMs: null })),
    });
    expect(refused.unplaced[0]!.reason).toContain('several places fit as well');
    const label = lineWith({ handLines: [hand(c1.name, null, { kind: 'not', offsetMs: null })] });
    expect(label.unplaced.map((x) => x.clip.name)).toEqual([c1.name]);
  });
  it('timecode on a channel places a clip by itself, at the file time where it was read', () => {
    const at = truth.get(c1.id)! + 2000;
    const label = new Date(at).toISOString().slice(11, 19);
    const ltc = found(c1.name, c1.name, {
      means: 'ltc',
      otherId: null,
      offsetMs: null,
      atS: 2,
      label: `${label}:00`,
      rate: '25',
    });
    const line = lineWith({ clips: unlabelled(c1.name), ...withFinds(ltc) });
    expect(placedOf(line, c1.name)).toMatchObject({ means: 'ltc', rough: false });
    expect(Math.abs(placedOf(line, c1.name)!.startMs - truth.get(c1.id)!)).toBeLessThan(1000);
  });
});

describe('what is odd', () => {
  const notes = (more: Partial<LineSources>) =>
    lineNotes(lineWith(more), more.takes ?? takes, '25', (t) => takeCode(t, demo)).map((f) => f.words);
  it('is told: gaps within a take, clips over each other, the same recording twice, drift, what has no take or no clip', () => {
    const a = clipNamed('A001_C001.mov');
    const [half, rest] = [
      { ...a, durationMs: 20_000 },
      { ...a, id: newId(), name: 'A001_C901.mov', path: 'A001_C901', startTimecode: later(a.startTimecode!, 30) },
    ];
    const others = clips.filter((c) => c.id !== a.id);
    expect(notes({ clips: [...others, half, rest] }).join(' ')).toMatch(
      /A stopped for 0:10 inside 6A-1: a gap, not a slip/,
    );
    expect(notes({ clips: [...others, a, { ...rest, durationMs: 9000 }] }).join(' ')).toContain(
      'lie over each other by',
    );
    const s1 = clips.find((x) => x.name.startsWith('S'))!.name;
    const same = withFinds(found(s1, a.name, { offsetMs: 0, driftPpm: 0 }));
    expect(notes(same).join(' ')).toContain('hold the same recording');
    expect(notes(withFinds(found(s1, a.name, { driftPpm: 900 }))).join(' ')).toMatch(
      /A001_C001.mov runs 900.0 ppm fast/,
    );
    expect(notes({ takes: takes.slice(1) }).join(' ')).toContain('No take was logged for');
    expect(notes({ clips: others }).join(' ')).not.toContain('There is no clip of');
    const ofFirst = new Set(
      lineWith()
        .placed.filter((c) => c.take?.id === takes[0]!.id)
        .map((c) => c.clip.id),
    );
    expect(notes({ clips: clips.filter((c) => !ofFirst.has(c.id)) })).toContain('There is no clip of 6A-1.');
  });
});

describe('pairs to measure', () => {
  const all = [...lineWith().placed];
  it('are of two devices at one time, each once, recorders first', () => {
    const pairs = pairsToMeasure(all, new Set());
    expect(new Set(pairs.map((p) => pairKey(p.a.clip.id, p.b.clip.id))).size).toBe(pairs.length);
    for (const { a, b } of pairs) {
      expect(a.deviceId).not.toBe(b.deviceId);
      expect(Math.abs(truth.get(a.clip.id)! - truth.get(b.clip.id)!)).toBeLessThan(400_000);
    }
    // Far from every pair of the day.
    expect(pairs.length).toBeLessThan((all.length * (all.length - 1)) / 6);
    const known = new Set(pairs.map((p) => pairKey(p.a.clip.id, p.b.clip.id)));
    expect(pairsToMeasure(all, known)).toEqual([]);
  });
  it('of a clip that nobody knows the time of are with the longest of the others, not with all', () => {
    const lost = all.map((c, i) => (i === 0 ? { ...c, byLabelMs: null, take: null } : c));
    const own = pairsToMeasure(lost, new Set()).filter((p) => [p.a.clip.id, p.b.clip.id].includes(all[0]!.clip.id));
    expect(own).toHaveLength(12);
  });
});

/** A label so many seconds later. */
function later(label: string, seconds: number): string {
  const [h, m, s, f] = label.split(':').map(Number) as [number, number, number, number];
  const all = h * 3600 + m * 60 + s + seconds;
  const two = (x: number) => String(x).padStart(2, '0');
  return [two(Math.floor(all / 3600)), two(Math.floor(all / 60) % 60), two(all % 60), two(f)].join(':');
}
