import {
  findsThatCount,
  foundPair,
  pairKey,
  pairsToMeasure,
  type LineClip,
  type WantedPair,
} from '@kavrell/core/dayline';
import { Joined, LINE_RATE, pairByClap, type LineFind, type LinePair, type LineRun } from '@kavrell/core/lineup';
import type { ProductionRows } from '@kavrell/core/productions';
import type { Context } from '../platform/context.ts';
import { newId } from '../platform/ids.ts';
import {
  ChildLost,
  LINE_PAIR_BUDGET,
  LINE_SOUND_BUDGET,
  OverBudget,
  WorkFailed,
  type LinePairFound,
  type LineSoundRead,
} from '../platform/pool/index.ts';
import { loadRows } from '../productions/load.ts';
import { ClipFiles, clipsOf, type ClipHere } from './sources.ts';
import {
  isRead,
  openSoundFolder,
  saveEvidence,
  saveSound,
  soundBase,
  soundsOf,
  sweepSounds,
  touchSound,
  type StoredSound,
} from './store.ts';

/** After so long a run makes room for other messages, and goes on from there. */
const SLICE_MS = 30_000;

/** Line-ups that were asked for, one after the other, until none waits. What was begun before a restart is taken up: what was read and found stands already. */
export async function runLineUps(context: Context, sliceMs = SLICE_MS): Promise<void> {
  const { models, log, queue } = context;
  for (;;) {
    const run = (await models.lineRuns.findOne({
      where: { state: ['running', 'waiting'] },
      order: ['id'],
    })) as LineRun | null;
    if (!run) return;
    try {
      if (!(await new Slice(context, run, performance.now() + sliceMs).work())) {
        await queue.send({ kind: 'lineup' });
        return;
      }
    } catch (error) {
      log.error({ err: error, run: run.id }, 'a line-up failed');
      await models.lineRuns.update(
        {
          state: 'failed',
          inHand: '',
          endedAtMs: Date.now(),
          failure: 'It came to an end by a fault of ours. What was found stands; start it again.',
        },
        { where: { id: run.id, state: 'running' } },
      );
    }
  }
}

/** Some work on one run. */
class Slice {
  private readonly context: Context;
  private readonly run: LineRun;
  private readonly until: number;
  private readonly files: ClipFiles;
  constructor(context: Context, run: LineRun, until: number) {
    this.context = context;
    this.run = run;
    this.until = until;
    this.files = new ClipFiles(context);
  }

  /** Whether the run has come to an end, of itself or by hand; false: there is more to do. */
  async work(): Promise<boolean> {
    const { context, run } = this;
    await this.note({ state: 'running', startedAtMs: run.startedAtMs ?? Date.now() });
    const rows = await loadRows(context, run.productionId);
    const clips = clipsOf(rows, run.dayId);
    await openSoundFolder(context);
    if (!(await this.readAll(clips))) return this.isOver();
    const sounds = new Map((await soundsOf(context, run.productionId)).map((s) => [s.clipId, s]));
    await this.readTimecode(rows, clips, sounds);
    if (!(await this.measureAll(rows, clips, sounds))) return this.isOver();
    await sweepSounds(context);
    await this.note({ state: 'done', inHand: '', endedAtMs: Date.now() });
    return true;
  }

  /** Writes what the run is at; false when somebody stopped it meanwhile. */
  private async note(values: Partial<LineRun>): Promise<boolean> {
    const { count } = await this.context.models.lineRuns.update(values, {
      where: { id: this.run.id, state: ['waiting', 'running'] },
    });
    return count > 0;
  }
  private async isOver(): Promise<boolean> {
    const now = await this.context.models.lineRuns.findOne({ where: { id: this.run.id } });
    return now?.state !== 'running' && now?.state !== 'waiting';
  }
  private isLate = (): boolean => performance.now() >= this.until;

  /** Reads every clip that was not read yet; false: stopped, or time for others. */
  private async readAll(clips: readonly LineClip[]): Promise<boolean> {
    const { context, run } = this;
    const known = new Map((await soundsOf(context, run.productionId)).map((s) => [s.clipId, s]));
    const here: { c: LineClip; at: ClipHere }[] = [];
    let done = 0;
    let notHere = 0;
    for (const c of clips) {
      const before = known.get(c.clip.id);
      const at = await this.files.find(c, run.fromCards);
      const isKnown = (key: string) =>
        before?.key === key &&
        (before.unread === null ? isRead(context, key) : !(run.again && run.startedAtMs === null));
      // What was read before and is not plugged in now is as good.
      if (at ? isKnown(at.key) : before && isKnown(before.key)) done += 1;
      else if (at) here.push({ c, at });
      else notHere += 1;
    }
    const totalFiles = done + here.length;
    if (!(await this.note({ totalFiles, doneFiles: done, notHere }))) return false;
    for (const { c, at } of here) {
      if (!(await this.note({ inHand: `Reading ${c.clip.name}`, doneFiles: done })) || this.isLate()) return false;
      await this.readOne(c, at);
      done += 1;
    }
    return this.note({ doneFiles: done, inHand: '' });
  }

  private async readOne({ clip }: LineClip, { file, key }: ClipHere): Promise<void> {
    const { context, run } = this;
    const read = await context.pool
      .run<LineSoundRead>({ kind: 'lineSound', file, base: soundBase(context, key) }, LINE_SOUND_BUDGET)
      .catch((error: unknown): LineSoundRead => {
        context.log.warn({ clip: clip.name, err: error }, 'line-up: a clip can’t be read');
        const unread = error instanceof Error ? error.message : String(error);
        return {
          ...{ durationS: 0, channels: 0, reel: '', peaks: [], notes: [], timecode: null, claps: [], picture: false },
          unread,
        };
      });
    await saveSound(context, run.productionId, clip.id, key, read);
  }

  /** What channels say of the time of day, of each clip that has such a channel: found once a run that counts. */
  private async readTimecode(
    rows: ProductionRows,
    clips: readonly LineClip[],
    sounds: ReadonlyMap<string, StoredSound>,
  ): Promise<void> {
    const known = new Set(findsThatCount(rows).flatMap((f) => (f.means === 'ltc' ? [f.clipId] : [])));
    for (const { clip } of clips) {
      const timecode = sounds.get(clip.id)?.timecode;
      if (!timecode || known.has(clip.id)) continue;
      const { label, atS, rate, possibleRates } = timecode;
      const likely = [clip.rate, rows.production.rate].find((r) => r !== null && possibleRates.includes(r));
      await this.find(clip.id, null, {
        ...{ means: 'ltc', refused: null, offsetMs: null, atS, driftPpm: null, errorMs: null, confidence: 0.95 },
        ...{ runnerUp: 0, windows: 0, agree: 0, label, rate: likely ?? rate },
      });
    }
  }

  /** Lays all pairs that may have something in common over each other; false: stopped, or time for others. */
  private async measureAll(
    rows: ProductionRows,
    clips: readonly LineClip[],
    sounds: ReadonlyMap<string, StoredSound>,
  ): Promise<boolean> {
    const { context, run } = this;
    const heard = clips.filter((c) => {
      const s = sounds.get(c.clip.id);
      return s !== undefined && s.unread === null && isRead(context, s.key);
    });
    const index = new Map(clips.map((c, i) => [c.clip.id, i]));
    const found = findsThatCount(rows).filter((f) => f.means === 'sound' && f.otherId !== null);
    // Measured again, what an earlier run found says nothing.
    const counted = run.again ? found.filter((f) => f.runId === run.id) : found;
    const joined = new Joined();
    for (const f of counted) {
      const [a, b] = [index.get(f.clipId), index.get(f.otherId ?? '')];
      if (a !== undefined && b !== undefined) joined.join(a, b, foundPair(f));
    }
    const known = new Set([
      ...counted.map((f) => pairKey(f.clipId, f.otherId ?? '')),
      ...rows.handLines.flatMap((h) => (h.otherId === null ? [] : [pairKey(h.clipId, h.otherId)])),
    ]);
    const wanted = pairsToMeasure(heard, known);
    let done = found.filter((f) => f.runId === run.id).length;
    const failed: string[] = [];
    if (!(await this.note({ totalPairs: done + wanted.length, donePairs: done }))) return false;
    for (const pair of wanted) {
      const inHand = `${pair.a.clip.name} against ${pair.b.clip.name}`;
      if (!(await this.note({ inHand, donePairs: done })) || this.isLate()) return false;
      // One pair that brings its child down ends no run: the others are measured, and it is tried again by the next.
      const isMeasured = await this.measureOne(pair, joined, index, sounds).then(
        () => true,
        (error: unknown) => {
          if (!isOfThePair(error)) throw error;
          context.log.warn({ pair: inHand, err: error }, 'line-up: a pair can’t be measured');
          failed.push(inHand);
          return false;
        },
      );
      if (isMeasured) done += 1;
    }
    const failure =
      failed.length > 0 ? `Could not be measured, for another try: ${failed.slice(0, 3).join('; ')}.` : null;
    return this.note({ donePairs: done, failure });
  }

  private async measureOne(
    { a, b }: WantedPair,
    joined: Joined,
    index: ReadonlyMap<string, number>,
    sounds: ReadonlyMap<string, StoredSound>,
  ): Promise<void> {
    const { context } = this;
    const [first, second] = [sounds.get(a.clip.id)!, sounds.get(b.clip.id)!];
    const [i, j] = [index.get(a.clip.id)!, index.get(b.clip.id)!];
    const samples = (s: StoredSound) => ({
      samples: s.durationS * LINE_RATE,
      features: new Int8Array(),
      read: () => 0,
    });
    const asked = {
      a: soundBase(context, first.key),
      b: soundBase(context, second.key),
      expected: joined.expected(i, j, samples(first), samples(second)),
    };
    const pair = await context.pool.run<LinePairFound>({ kind: 'linePair', asked }, LINE_PAIR_BUDGET);
    await Promise.all([touchSound(context, first.key), touchSound(context, second.key)]);
    joined.join(i, j, pair);
    await this.findPair(a, b, 'sound', pair);
    // One sharp event says something where all the rest says nothing; only of one take, for slates all sound alike.
    if (pair.refused === null || a.take === null || a.take.id !== b.take?.id) return;
    const clap = pairByClap(first.claps, second.claps);
    if (clap.refused === null) await this.findPair(a, b, 'clap', clap);
  }

  private async findPair(a: LineClip, b: LineClip, means: 'sound' | 'clap', pair: LinePair): Promise<void> {
    const { windows } = pair;
    const id = await this.find(a.clip.id, b.clip.id, {
      ...{ means, refused: pair.refused, offsetMs: pair.offsetMs, atS: pair.atS, driftPpm: pair.driftPpm },
      ...{ errorMs: pair.errorMs, confidence: pair.confidence, runnerUp: pair.runnerUp, windows: windows.length },
      ...{ agree: windows.filter((w) => w.fits).length, label: null, rate: null },
    });
    await saveEvidence(this.context, id, pair);
  }

  private async find(clipId: string, otherId: string | null, values: Omit<LineFind, Whose>): Promise<string> {
    const { run, context } = this;
    const id = newId();
    await context.models.lineFinds.create({
      ...{ ...values, id, productionId: run.productionId, version: 1, runId: run.id, clipId, otherId },
      ...{ atMs: Date.now(), by: run.by },
    });
    return id;
  }
}
type Whose = 'id' | 'productionId' | 'version' | 'runId' | 'clipId' | 'otherId' | 'atMs' | 'by';

const isOfThePair = (error: unknown): boolean =>
  error instanceof OverBudget || error instanceof ChildLost || error instanceof WorkFailed;
