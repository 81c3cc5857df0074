import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { finalBoard } from '../../../../demo/src/finalBoard.ts';
import {
  calledAndDone,
  CUE_DEFAULTS,
  cuesCsv,
  planCues,
  programCsv,
  programCuts,
  delayFrames,
  readCues,
  runLengths,
  runNow,
  shiftedFixed,
  timeCues,
  type Cue,
  type Taken,
} from './index.ts';

let n = 0;
const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;
const board = finalBoard(newId);
const cue = (words: string, lengthS: number, more: Partial<Cue> = {}): Cue => ({
  ...CUE_DEFAULTS,
  ...{ id: newId(), productionId: board.production.id, version: 1, deletedAt: null, dayId: board.days[0]!.id },
  ...{ words, lengthS, position: n },
  ...more,
});
const at = (minute: number) => minute * 60;

describe('a running order', () => {
  const order = [
    cue('Titles', 20, { fixedMin: 645 }),
    cue('Opening', 160),
    cue('Desk', 600),
    cue('Skipped', 900, { skipped: true }),
    cue('Clocks start', 30, { fixedMin: 660 }),
    cue('Wide', 60),
  ];
  it('is timed forwards from each fixed start, and backwards to the next one', () => {
    const timed = timeCues(order, at(600));
    expect(timed.map((t) => [t.cue.words, t.startS, t.latestS, t.overS])).toEqual([
      ['Titles', at(645), at(660) - 780, null],
      ['Opening', at(645) + 20, at(660) - 760, null],
      ['Desk', at(645) + 180, at(660) - 600, null],
      ['Clocks start', at(660), null, 780 - 900],
      ['Wide', at(660) + 30, null, null],
    ]);
  });
  it('over: it says by how much, and the fixed start stays', () => {
    const long = order.map((c) => (c.words === 'Desk' ? { ...c, lengthS: 900 } : c));
    const clocks = timeCues(long, 0).find((t) => t.cue.words === 'Clocks start')!;
    expect(clocks).toMatchObject({ startS: at(660), overS: 180 });
  });
  it('without a fixed start it begins where it is said to', () =>
    expect(timeCues([cue('a', 10), cue('b', 5)], 100).map((t) => t.startS)).toEqual([100, 110]));
  it('of any cues: none that is not fixed begins before or after the one before it ends; latest starts leave exactly their lengths', () => {
    const any = fc.array(
      fc.record({
        lengthS: fc.integer({ min: 0, max: 4000 }),
        fixedMin: fc.option(fc.integer({ min: 0, max: 1440 })),
        skipped: fc.boolean(),
      }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(any, (list) => {
        const timed = timeCues(list, 500);
        expect(timed).toHaveLength(list.filter((c) => !c.skipped).length);
        timed.slice(1).forEach((t, i) => {
          const before = timed[i]!;
          if (t.cue.fixedMin === null) expect(t.startS).toBe(before.endS);
          else expect(t.overS).toBe(before.endS - t.startS);
          const next = t.cue.fixedMin === null ? t.latestS : t.startS;
          expect(before.latestS).toBe(next === null ? null : next - before.cue.lengthS);
        });
      }),
    );
  });
});

describe('as it goes', () => {
  const order = [cue('One', 60, { fixedMin: 600 }), cue('Two', 120), cue('Three', 60, { fixedMin: 605 })];
  const timed = timeCues(order, 0);
  const called = (i: number, atS: number) => ({ cueId: order[i]!.id, atS });
  it('what was called last is on, what comes next is known, and what the next fixed start will be missed by', () => {
    const now = runNow(timed, [called(0, at(602))], at(602) + 10);
    expect(now).toMatchObject({ on: { cue: order[0] }, next: { cue: order[1] }, against: { cue: order[2] } });
    // Began two minutes late: over at 603, two more minutes, 605 exactly.
    expect(now.overS).toBe(0);
    // It lasts longer than planned.
    expect(runNow(timed, [called(0, at(602))], at(604)).overS).toBe(60);
  });
  it('what is over is shifted: the fixed start and all fixed after it, by whole minutes', () => {
    const more = [...order, cue('Four', 5), cue('Five', 5, { fixedMin: 700 })];
    expect(shiftedFixed(timeCues(more, 0), order[2]!.id, 61)).toEqual([
      { id: order[2]!.id, fixedMin: 607 },
      { id: more[4]!.id, fixedMin: 702 },
    ]);
  });
  it('who calls and does is named, with how many; skipped ones are not counted', () => {
    const [tove, abel] = [board.people[0]!.id, board.people[1]!.id];
    const by = (callerId: string | null, doerId: string | null, skipped = false) => ({ callerId, doerId, skipped });
    expect(
      calledAndDone([by(tove, tove), by(tove, abel), by(tove, tove, true), by(null, null), by(abel, tove)]),
    ).toEqual([{ personId: tove, count: 1, of: 2 }]);
  });
  it('two who call the same cue begin it once, at the first call', () => {
    const now = runNow(timed, [called(0, at(600)), called(1, at(601)), called(1, at(601) + 5)], at(602));
    expect(now).toMatchObject({ on: { cue: order[1] }, sinceS: at(601), overS: at(603) - at(605) });
  });
  it('one that was skipped after it was called is not on: the one before it is', () => {
    const left = timeCues(
      order.filter((_, i) => i !== 1),
      0,
    );
    expect(runNow(left, [called(0, at(600)), called(1, at(601))], at(602))).toMatchObject({
      ...{ on: { cue: order[0] }, next: { cue: order[2] }, sinceS: at(600) },
    });
  });
  it('before the first is called nothing is on', () =>
    expect(runNow(timed, [], at(590))).toMatchObject({ on: null, next: { cue: order[0] }, overS: at(590) - at(600) }));
  it('after the last nothing comes', () =>
    expect(runNow(timed, [called(2, at(606))], at(607))).toMatchObject({
      on: { cue: order[2] },
      next: null,
      overS: null,
    }));
  it('runs are compared by how long each cue took, one that was called twice with both', () => {
    const call = (run: number, i: number, atMs: number) => ({ run, cueId: order[i]!.id, atMs });
    const lengths = runLengths([
      call(1, 1, 70_000),
      call(1, 0, 0),
      call(1, 2, 200_000),
      call(0, 0, 5000),
      call(0, 1, 65_500),
    ]);
    expect([...lengths.keys()]).toEqual([0, 1]);
    expect(lengths.get(1)!.get(order[0]!.id)).toBe(70);
    expect(lengths.get(1)!.has(order[2]!.id)).toBe(false);
    expect(lengths.get(0)!.get(order[0]!.id)).toBe(60.5);
  });
});

describe('a running order that is brought in', () => {
  it('knows its columns by their headings in any order, and reads lengths and times as people write them', () => {
    const { cues, problems } = readCues(
      'Dur,Item,At,Type,Calls\n1:30,Titles in,10:45,graphic,Tove\n20 s,Opening film,,,',
    );
    expect(problems).toEqual([]);
    expect(cues).toMatchObject([
      { words: 'Titles in', lengthS: 90, fixedMin: 645, kind: 'graphic', caller: 'Tove' },
      { words: 'Opening film', lengthS: 20, fixedMin: null, kind: 'playback' },
    ]);
  });
  it('names each line that can’t be read, and drops none silently', () => {
    const endless = 'x'.repeat(161);
    const { cues, problems } = readCues(
      `cue\tlength\tfixed\nA\tlong\t\n\t10\t\nB\t10\tnoon\nC\t90000\t\nD\t10\t\n${endless}\t10\t`,
    );
    expect(cues.map((c) => c.words)).toEqual(['D']);
    expect(problems.map((p) => p.line)).toEqual([2, 3, 4, 5, 7]);
    expect(problems.at(-1)!.words).toContain('has over 160 characters');
    expect(problems[0]!.words).toBe('“long” is not a length: write 4:00 or 45 s.');
  });
  it('with wrong columns is refused, naming those that were found', () =>
    expect(() => readCues('Datum,Betrag\n1,2')).toThrow('Found: Datum, Betrag.'));
  it('laid beside the one there is: new, changed, the same, gone; who does it stays where the new one names nobody', () => {
    const doerId = board.people[1]!.id;
    const own = [cue('Titles in', 90, { kind: 'graphic', fixedMin: 645, position: 1, doerId }), cue('Gone', 5)];
    const { cues } = readCues('cue,length,fixed,kind\nTITLES in.,1:30,10:45,graphic\nNew,5,,');
    const changes = planCues(cues, own, () => null);
    expect(changes.map((c) => c.kind)).toEqual(['same', 'new', 'gone']);
    const moved = planCues(readCues('cue,length,kind\nTitles in,60,graphic').cues, own, () => null);
    expect(moved[0]).toMatchObject({ kind: 'changed', values: { lengthS: 60, fixedMin: null } });
  });
  it('written as CSV it is read back the same', () => {
    const csv = cuesCsv(
      board.cues,
      () => '',
      (m) => `${Math.floor(m / 60)}:${String(m % 60).padStart(2, '0')}`,
    );
    const back = readCues(csv).cues;
    expect(back.map((c) => [c.kind, c.words, c.lengthS, c.fixedMin, c.file])).toEqual(
      board.cues.map((c) => [c.kind, c.words, c.lengthS, c.fixedMin, c.file]),
    );
  });
});

describe('the live cut', () => {
  const take = (input: string, atMs: number): Taken => ({ input, cameraId: null, transition: 'cut', atMs });
  it('goes from cut to cut; taking what is on is none, and the last of two in one millisecond counts', () => {
    const cuts = programCuts([take('B', 2000), take('A', 0), take('A', 900), take('C', 2000), take('', 5000)]);
    expect(cuts.map((c) => [c.input, c.atMs, c.toMs])).toEqual([
      ['A', 0, 2000],
      ['C', 2000, 5000],
      ['', 5000, null],
    ]);
  });
  it('as CSV has black by name, and no length for what is on air still', () => {
    const csv = programCsv(programCuts([take('A', 0), take('', 1500)]), (ms) => `t${ms}`);
    expect(csv.trim().split(/\r?\n/)).toEqual([
      'from,to,input,transition,length s',
      't0,t1500,A,cut,1.5',
      't1500,,black,cut,',
    ]);
  });
  it.each([
    [40, 50, 2],
    [9, 50, 0],
    [10, 50, 1],
  ])('%d ms at %d frames a second are %d frames', (ms, fps, frames) => expect(delayFrames(ms, fps)).toBe(frames));
});
