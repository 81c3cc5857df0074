import type { NightBar, NightPlan, NightSchedule } from './nightModel.ts';

/** Something that moves bytes: each thing it goes through, with how many bytes a second that thing alone could move of it. */
interface Flow {
  bar: Omit<NightBar, 'fromS' | 'toS'>;
  leftBytes: number;
  through: readonly (readonly [string, number])[];
  fromS: number;
  done: (atS: number) => void;
}

const NEVER = Infinity;
const NOTHING_BYTES = 1e-3;

/**
 * Rates of flows that share what they go through: all grow alike until something is used up, those through it stay as they are, the others go on. A thing is used up when
 * the shares of its time that its flows take come to one.
 */
function rates(flows: readonly Flow[]): number[] {
  const rate = flows.map(() => 0);
  const open = new Set(flows.map((_, i) => i));
  while (open.size > 0) {
    let least = NEVER;
    let tight: string | null = null;
    for (const id of new Set([...open].flatMap((i) => (flows[i] as Flow).through.map(([t]) => t)))) {
      let used = 0;
      let each = 0;
      flows.forEach((f, i) => {
        for (const [t, alone] of f.through)
          if (t === id) {
            if (open.has(i)) each += 1 / alone;
            else used += (rate[i] as number) / alone;
          }
      });
      const most = each > 0 ? Math.max(0, 1 - used) / each : NEVER;
      if (most < least) [least, tight] = [most, id];
    }
    if (tight === null) break;
    for (const i of [...open])
      if ((flows[i] as Flow).through.some(([t]) => t === tight)) {
        rate[i] = least;
        open.delete(i);
      }
  }
  return rate;
}

/** A night as it goes with the cards in this order: each to the reader that is free first. No card is put in while everybody sleeps. */
export function simulateNight(
  plan: NightPlan,
  order: readonly number[],
): Pick<NightSchedule, 'bars' | 'swaps' | 'finishS' | 'cardDoneS'> {
  const first = plan.drives.filter((d) => d.stage === 'first');
  const second = plan.drives.filter((d) => d.stage === 'second');
  const bars: NightBar[] = [];
  const swaps: { atS: number; readerId: string; cardId: string; outId: string | null }[] = [];
  const cardDoneS: Record<string, number> = {};
  const flows: Flow[] = [];
  const queue = [...order];
  const readers = plan.readers.map((r) => ({ ...r, freeS: 0, hasCard: null as string | null, busy: false }));
  let nowS = 0;
  let finishS = 0;
  const add = (bar: Flow['bar'], bytes: number, through: Flow['through'], done: Flow['done']) =>
    flows.push({ bar, leftBytes: bytes, through, fromS: nowS, done });
  const waitsFor = new Map<string, number>();
  const landed = (cardId: string, bytes: number) => {
    const left = (waitsFor.get(cardId) ?? 1) - 1;
    waitsFor.set(cardId, left);
    if (left > 0) return;
    cardDoneS[cardId] = nowS;
    const [source] = first;
    if (!source) return;
    for (const d of second)
      add(
        { kind: 'second', cardId, from: source.id, to: [d.id] },
        bytes,
        [
          [source.id, source.readBytesPerS],
          [d.id, d.writeBytesPerS],
        ],
        () => {
          if (plan.verify)
            add(
              { kind: 'verifySecond', cardId, from: d.id, to: [d.id] },
              bytes,
              [[d.id, d.readBytesPerS]],
              () => undefined,
            );
        },
      );
  };
  const begin = (reader: (typeof readers)[number], card: NightPlan['cards'][number]) => {
    reader.busy = true;
    reader.hasCard = card.id;
    waitsFor.set(card.id, first.length);
    add(
      { kind: 'read', cardId: card.id, from: reader.id, to: first.map((d) => d.id) },
      card.bytes,
      [[reader.id, reader.bytesPerS], ...first.map((d) => [d.id, d.writeBytesPerS] as const)],
      () => {
        reader.busy = false;
        reader.freeS = nowS;
        for (const d of first) {
          if (!plan.verify) landed(card.id, card.bytes);
          else
            add(
              { kind: 'verify', cardId: card.id, from: d.id, to: [d.id] },
              card.bytes,
              [[d.id, d.readBytesPerS]],
              () => landed(card.id, card.bytes),
            );
        }
      },
    );
  };
  /** When a card that is ready can be put in: not while everybody sleeps. */
  const handAt = (s: number) => (plan.sleep && s >= plan.sleep.fromS && s < plan.sleep.toS ? plan.sleep.toS : s);
  const starts: { atS: number; reader: (typeof readers)[number]; card: NightPlan['cards'][number] }[] = [];
  const plan1 = () => {
    for (const reader of [...readers].sort((a, b) => a.freeS - b.freeS || b.bytesPerS - a.bytesPerS)) {
      if (reader.busy || starts.some((x) => x.reader === reader)) continue;
      const next = queue.shift();
      if (next === undefined) return;
      const card = plan.cards[next] as NightPlan['cards'][number];
      const atS = handAt(Math.max(nowS, card.readyS));
      swaps.push({ atS, readerId: reader.id, cardId: card.id, outId: reader.hasCard });
      starts.push({ atS: atS + plan.swapS, reader, card });
    }
  };
  for (;;) {
    plan1();
    const rate = rates(flows);
    const ends = flows.map((f, i) => nowS + f.leftBytes / (rate[i] as number));
    const nextS = Math.min(NEVER, ...ends, ...starts.map((x) => x.atS));
    if (nextS === NEVER) break;
    flows.forEach((f, i) => (f.leftBytes -= (rate[i] as number) * (nextS - nowS)));
    nowS = nextS;
    for (const f of flows.filter((x) => x.leftBytes <= NOTHING_BYTES)) {
      flows.splice(flows.indexOf(f), 1);
      bars.push({ ...f.bar, fromS: f.fromS, toS: nowS });
      finishS = Math.max(finishS, nowS);
      f.done(nowS);
    }
    for (const s of starts.filter((x) => x.atS <= nowS)) {
      starts.splice(starts.indexOf(s), 1);
      begin(s.reader, s.card);
    }
  }
  return {
    bars: bars.sort((a, b) => a.fromS - b.fromS),
    swaps: swaps.sort((a, b) => a.atS - b.atS),
    finishS,
    cardDoneS,
  };
}
