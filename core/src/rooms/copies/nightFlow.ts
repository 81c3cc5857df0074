import type { NightBar, NightCard, NightDrive, NightPlan, NightSchedule } from './nightModel.ts';

/** Something that moves bytes: each thing it goes through, by its index, with how many bytes a second that thing alone could move of it. */
interface Flow {
  bar: Omit<NightBar, 'fromS' | 'toS'>;
  leftBytes: number;
  through: readonly (readonly [number, number])[];
  fromS: number;
  done: () => void;
}

const NEVER = Infinity;
/** What ends within so little of each other ends at once. */
const SAME_S = 1e-6;

/**
 * Rates of flows that share what they go through: all grow alike until something is used up, those through it stay as they are, the others go on. A thing is used up when
 * the shares of its time that its flows take come to one. `things`: how many there are.
 */
function rates(flows: readonly Flow[], things: number): Float64Array {
  const rate = new Float64Array(flows.length);
  const isOpen = new Uint8Array(flows.length).fill(1);
  const used = new Float64Array(things);
  const each = new Float64Array(things);
  let open = flows.length;
  while (open > 0) {
    each.fill(0);
    flows.forEach((f, i) => {
      if (isOpen[i]) for (const [t, alone] of f.through) each[t] = (each[t] as number) + 1 / alone;
    });
    let least = NEVER;
    let tight = -1;
    for (let t = 0; t < things; t += 1) {
      if (each[t] === 0) continue;
      const most = Math.max(0, 1 - (used[t] as number)) / (each[t] as number);
      if (most < least) [least, tight] = [most, t];
    }
    if (tight < 0) break;
    flows.forEach((f, i) => {
      if (!isOpen[i] || !f.through.some(([t]) => t === tight)) return;
      rate[i] = least;
      isOpen[i] = 0;
      open -= 1;
      for (const [t, alone] of f.through) used[t] = (used[t] as number) + least / alone;
    });
  }
  return rate;
}

type Run = Pick<NightSchedule, 'bars' | 'swaps' | 'finishS' | 'cardDoneS'>;
interface ReaderNow {
  id: string;
  bytesPerS: number;
  freeS: number;
  hasCard: string | null;
  busy: boolean;
}

/** A night as it goes with the cards in this order: each to the reader that is free first. No card is put in while everybody sleeps. */
export const simulateNight = (plan: NightPlan, order: readonly number[]): Run => new NightRun(plan, order).run();

class NightRun {
  private readonly bars: NightBar[] = [];
  private readonly swaps: Run['swaps'] = [];
  private readonly cardDoneS: Record<string, number> = {};
  private readonly flows: Flow[] = [];
  /** What waits for its turn: a drive reads back one card after the other, and gets copies of the second stage so. */
  private readonly lanes = new Map<string, (() => void)[]>();
  private readonly starts: { atS: number; reader: ReaderNow; card: NightCard }[] = [];
  private readonly readers: ReaderNow[];
  private readonly index: ReadonlyMap<string, number>;
  private readonly queue: number[];
  private readonly first: readonly NightDrive[];
  private readonly second: readonly NightDrive[];
  private readonly plan: NightPlan;
  private nowS = 0;
  private finishS = 0;

  constructor(plan: NightPlan, order: readonly number[]) {
    this.plan = plan;
    this.queue = [...order];
    this.first = plan.drives.filter((d) => d.stage === 'first');
    this.second = plan.drives.filter((d) => d.stage === 'second');
    this.index = new Map([...plan.readers, ...plan.drives].map((x, i) => [x.id, i]));
    this.readers = plan.readers.map((r) => ({ ...r, freeS: 0, hasCard: null, busy: false }));
  }

  run(): Run {
    for (;;) {
      this.feedReaders();
      const rate = rates(this.flows, this.index.size);
      const ends = this.flows.map((f, i) =>
        f.leftBytes <= 0 ? this.nowS : this.nowS + f.leftBytes / (rate[i] as number),
      );
      let nextS = Math.min(NEVER, ...ends);
      for (const s of this.starts) nextS = Math.min(nextS, s.atS);
      if (nextS === NEVER) break;
      this.flows.forEach((f, i) => {
        // By its time, not by its bytes: hours from now a second is coarser than a byte.
        const isOver = (ends[i] as number) <= nextS + SAME_S;
        f.leftBytes = isOver ? 0 : f.leftBytes - (rate[i] as number) * (nextS - this.nowS);
      });
      this.nowS = nextS;
      this.endFlows();
      for (const s of this.starts.filter((x) => x.atS <= this.nowS)) {
        this.starts.splice(this.starts.indexOf(s), 1);
        this.read(s.reader, s.card);
      }
    }
    return {
      bars: this.bars.sort((a, b) => a.fromS - b.fromS),
      swaps: this.swaps.sort((a, b) => a.atS - b.atS),
      ...{ finishS: this.finishS, cardDoneS: this.cardDoneS },
    };
  }

  private endFlows(): void {
    for (const f of this.flows.filter((x) => x.leftBytes <= 0)) {
      this.flows.splice(this.flows.indexOf(f), 1);
      this.bars.push({ ...f.bar, fromS: f.fromS, toS: this.nowS });
      this.finishS = Math.max(this.finishS, this.nowS);
      f.done();
    }
  }

  /** Gives each reader that is free the next card, when a hand may. */
  private feedReaders(): void {
    const { plan } = this;
    for (const reader of [...this.readers].sort((a, b) => a.freeS - b.freeS || b.bytesPerS - a.bytesPerS)) {
      if (reader.busy || this.starts.some((x) => x.reader === reader)) continue;
      const card = this.takeNext();
      if (!card) return;
      const readyS = Math.max(this.nowS, card.readyS);
      const asleep = plan.sleep && readyS >= plan.sleep.fromS && readyS < plan.sleep.toS;
      const atS = plan.sleep && asleep ? plan.sleep.toS : readyS;
      this.swaps.push({ atS, readerId: reader.id, cardId: card.id, outId: reader.hasCard });
      this.starts.push({ atS: atS + plan.swapS, reader, card });
    }
  }

  /** The first in the order that is there; while none is, the one that comes first. */
  private takeNext(): NightCard | undefined {
    const readyS = (i: number) => (this.plan.cards[i] as NightCard).readyS;
    const soonest = Math.min(...this.queue.map(readyS));
    const at = this.queue.findIndex((i) => readyS(i) <= Math.max(this.nowS, soonest));
    const [next] = at < 0 ? [] : this.queue.splice(at, 1);
    return next === undefined ? undefined : this.plan.cards[next];
  }

  private read(reader: ReaderNow, card: NightCard): void {
    reader.busy = true;
    reader.hasCard = card.id;
    let left = this.first.length;
    const landed = () => {
      left -= 1;
      if (left === 0) this.passOn(card);
    };
    this.move(
      { kind: 'read', cardId: card.id, from: reader.id, to: this.first.map((d) => d.id) },
      card.bytes,
      [this.through(reader.id, reader.bytesPerS), ...this.first.map((d) => this.through(d.id, d.writeBytesPerS))],
      () => {
        reader.busy = false;
        reader.freeS = this.nowS;
        for (const d of this.first) {
          if (!this.plan.verify) landed();
          else
            this.inLane(`back ${d.id}`, (next) =>
              this.readBack('verify', card, d, () => {
                landed();
                next();
              }),
            );
        }
      },
    );
  }

  /** Its first copies are there: those of the second stage are made from one of them. */
  private passOn(card: NightCard): void {
    this.cardDoneS[card.id] = this.nowS;
    const [source] = this.first;
    if (!source) return;
    for (const d of this.second)
      this.inLane(`on ${d.id}`, (next) =>
        this.move(
          { kind: 'second', cardId: card.id, from: source.id, to: [d.id] },
          card.bytes,
          [this.through(source.id, source.readBytesPerS), this.through(d.id, d.writeBytesPerS)],
          () => (this.plan.verify ? this.readBack('verifySecond', card, d, next) : next()),
        ),
      );
  }

  private readBack(kind: 'verify' | 'verifySecond', card: NightCard, d: NightDrive, done: () => void): void {
    const bar = { kind, cardId: card.id, from: d.id, to: [d.id] };
    this.move(bar, card.bytes, [this.through(d.id, d.readBytesPerS)], done);
  }

  private through(id: string, alone: number): readonly [number, number] {
    return [this.index.get(id) as number, alone];
  }

  private move(bar: Flow['bar'], bytes: number, through: Flow['through'], done: () => void): void {
    this.flows.push({ bar, leftBytes: bytes, through, fromS: this.nowS, done });
  }

  /** Does something once what came before it in its lane is done; it says when it is done itself. */
  private inLane(lane: string, work: (next: () => void) => void): void {
    const waiting = this.lanes.get(lane);
    const next = () => {
      const after = this.lanes.get(lane)?.shift();
      if (after) after();
      else this.lanes.delete(lane);
    };
    if (waiting) waiting.push(() => work(next));
    else {
      this.lanes.set(lane, []);
      work(next);
    }
  }
}
