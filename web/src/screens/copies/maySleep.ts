import { formatBytes, formatCount } from '@kavrell/core/units';
import type { Night } from './useTonight.ts';

const MINUTE_S = 60;

export interface Word {
  words: string;
  /** Somebody would lose something by going to bed. */
  danger: boolean;
}
const danger = (words: string): Word => ({ words, danger: true });
const plain = (words: string): Word => ({ words, danger: false });

/** The plain word for tired people: they may sleep only when no card, copy, swap or charger is due any more. */
export function maySleep(
  { schedule, running, unread, tonight, power }: Night,
  at: (s: number) => string,
  name: (id: string) => string,
): Word {
  const { out, inCamera, unsure } = unread;
  if (tonight.plan.drives.length === 0 && tonight.plan.cards.length > 0)
    return danger('No drive takes copies: add one on Drives');
  if (out.length > 0) return danger(`Not yet: ${out.join(', ')} came out and was not read`);
  if (inCamera.length > 0) return danger(`Not yet: nobody read what ${inCamera.join(', ')} recorded`);
  const [full] = schedule.full;
  if (full)
    return danger(`Not yet: ${name(full.driveId)} has ${formatBytes(full.lackingBytes)} too little room for tonight`);
  const bedS = tonight.plan.sleep?.fromS ?? Infinity;
  const later = schedule.swaps.filter((s) => s.atS > bedS);
  const before = schedule.swaps.filter((s) => s.atS <= bedS);
  const hands = [
    ...before.map((s) => s.atS + tonight.plan.swapS),
    ...(power.lastHandMin > 0 ? [power.lastHandMin * MINUTE_S] : []),
  ];
  const last = Math.max(0, ...hands);
  const waits = later.length > 0 ? `${formatCount(later.length, 'card waits', 'cards wait')} until you are up` : '';
  if (hands.length > 0) {
    const swap = before.reduce<(typeof before)[number] | null>(
      (most, s) => (most && most.atS > s.atS ? most : s),
      null,
    );
    const what = swap && swap.atS + tonight.plan.swapS >= last ? `swap ${name(swap.cardId)}` : 'packs';
    const more = [waits, running > 0 ? `${formatCount(running, 'copying')} under way: not before it is done` : ''];
    return plain([`You may sleep at ${at(last)}: until then ${what}`, ...more.filter(Boolean)].join('; '));
  }
  if (waits) return plain(`${waits}: nothing to do before`);
  if (running > 0) return plain(`${formatCount(running, 'copying')} still under way: stay until it is done`);
  if (unsure.length > 0)
    return plain(`You may sleep, if the last card of ${unsure.join(', ')} was read: nobody taps them`);
  return plain('You may sleep: no hand is needed any more');
}
