import { InputError } from '../../base/errors/index.ts';
import { simulateNight } from './nightFlow.ts';
import type { NightPlan, NightSchedule } from './nightModel.ts';

/** How hard the order is searched. */
export interface NightSearch {
  /** So many cards are tried in every order; with more the order is improved card by card. */
  wholeUpTo: number;
  /** Orders that are tried beyond the first with more cards. */
  mostTried: number;
}
const SEARCH: NightSearch = { wholeUpTo: 5, mostTried: 160 };
/** Levers are compared with each other, each as well as the others, while somebody waits. */
const QUICK: NightSearch = { wholeUpTo: 3, mostTried: 24 };

/**
 * When the night’s copying is done: cards through readers to the drives of the first stage, read back, then to those of the second. The order of cards is searched: all
 * orders of a few cards, else the largest first and then whatever single move ends it sooner. Sooner is: the last hand first (that is when one
 * may sleep), then the end. Throws `InputError` without a reader or without a drive of the first stage.
 */
export function mediaNight(plan: NightPlan, search: NightSearch = SEARCH): NightSchedule {
  checkNight(plan);
  const cost = (order: readonly number[]): Tried => {
    const night = simulateNight(plan, order);
    return { order, night, key: [lastHand(night.swaps, plan.swapS), night.finishS] as const };
  };
  const sooner = (a: Tried, b: Tried) =>
    a.key[0] < b.key[0] - 1e-6 || (a.key[0] < b.key[0] + 1e-6 && a.key[1] < b.key[1] - 1e-6);
  const largestFirst = plan.cards
    .map((c, i) => ({ c, i }))
    .sort((a, b) => a.c.readyS - b.c.readyS || b.c.bytes - a.c.bytes || a.i - b.i)
    .map((x) => x.i);
  let best = cost(largestFirst);
  const isWhole = plan.cards.length <= search.wholeUpTo;
  if (isWhole) {
    for (const order of ordersOf(largestFirst)) {
      const tried = cost(order);
      if (sooner(tried, best)) best = tried;
    }
  } else best = improved(best, cost, sooner, search.mostTried);
  const total = plan.cards.reduce((sum, c) => sum + c.bytes, 0);
  return {
    ...best.night,
    lastHandS: lastHand(best.night.swaps, plan.swapS),
    full: plan.drives.flatMap((d) =>
      d.freeBytes !== null && d.freeBytes < total ? [{ driveId: d.id, lackingBytes: total - d.freeBytes }] : [],
    ),
    proven: isWhole,
  };
}

interface Tried {
  order: readonly number[];
  night: ReturnType<typeof simulateNight>;
  key: readonly [number, number];
}

/** Cards moved one by one to where they end it sooner, taken at once, until a round finds none or enough were tried. */
function improved(
  first: Tried,
  cost: (order: readonly number[]) => Tried,
  sooner: (a: Tried, b: Tried) => boolean,
  mostTried: number,
): Tried {
  let best = first;
  let tried = 0;
  for (let found = true; found && tried < mostTried;) {
    found = false;
    for (let apart = first.order.length - 1; apart >= 1; apart -= 1)
      for (let at = 0; at + apart < first.order.length && tried < mostTried; at += 1) {
        const order = [...best.order];
        const [moved] = order.splice(at + apart, 1);
        order.splice(at, 0, moved as number);
        const other = cost(order);
        tried += 1;
        if (sooner(other, best)) [best, found] = [other, true];
      }
  }
  return best;
}

const lastHand = (swaps: NightSchedule['swaps'], swapS: number): number =>
  swaps.reduce((most, s) => Math.max(most, s.atS + swapS), 0);

function* ordersOf(list: readonly number[]): Generator<number[]> {
  if (list.length <= 1) {
    yield [...list];
    return;
  }
  for (let i = 0; i < list.length; i += 1)
    for (const rest of ordersOf(list.filter((_, k) => k !== i))) yield [list[i] as number, ...rest];
}

function checkNight({ cards, readers, drives, sleep }: NightPlan): void {
  const once = (name: string, list: readonly { id: string }[]) => {
    const seen = new Set<string>();
    list.forEach(({ id }, i) => {
      if (seen.has(id)) throw new InputError('night.twice', `“${id}” is there twice.`, [name, i, 'id']);
      seen.add(id);
    });
  };
  once('cards', cards);
  once('drives and readers', [...readers, ...drives]);
  if (cards.length > 0 && readers.length === 0)
    throw new InputError('night.reader', 'There is no reader to read a card with.', ['readers']);
  if (cards.length > 0 && !drives.some((d) => d.stage === 'first'))
    throw new InputError('night.drive', 'There is no drive that cards are copied to.', ['drives']);
  if (sleep && sleep.toS < sleep.fromS)
    throw new InputError('night.sleep', 'Sleep ends before it begins.', ['sleep', 'toS']);
}

/** What would have it done sooner, and by how much: each tried by itself. */
export interface NightLever {
  key: 'reader' | 'laterStage' | 'fewer';
  /** The drive that is done without; null: none is. */
  without: string | null;
  words: string;
  /** Seconds sooner to bed, and to the end; 0: not at all. */
  sleepSoonerS: number;
  doneSoonerS: number;
  /** What it breaks; '' nothing. */
  breaks: string;
}

/** One more reader like the quickest; the second stage left until after breakfast; one drive of the first stage less. Those that gain nothing are left out. */
export function nightLevers(plan: NightPlan, { policyCopies }: { policyCopies: number }): NightLever[] {
  const now = mediaNight(plan, QUICK);
  const gain = (
    said: Pick<NightLever, 'key' | 'words'> & Partial<Pick<NightLever, 'breaks' | 'without'>>,
    changed: NightPlan,
  ): NightLever[] => {
    const then = mediaNight(changed, QUICK);
    const lever = {
      ...{ breaks: '', without: null, ...said },
      sleepSoonerS: Math.max(0, now.lastHandS - then.lastHandS),
      doneSoonerS: Math.max(0, now.finishS - then.finishS),
    };
    return lever.sleepSoonerS > 1 || lever.doneSoonerS > 1 ? [lever] : [];
  };
  const quickest = [...plan.readers].sort((a, b) => b.bytesPerS - a.bytesPerS)[0];
  const first = plan.drives.filter((d) => d.stage === 'first');
  const slowest = [...first].sort((a, b) => a.writeBytesPerS - b.writeBytesPerS)[0];
  const copiesThen = plan.drives.length - 1;
  return [
    ...(quickest
      ? gain(
          { key: 'reader', words: 'One more reader' },
          {
            ...plan,
            readers: [...plan.readers, { id: `${quickest.id} again`, bytesPerS: quickest.bytesPerS }],
          },
        )
      : []),
    ...(plan.drives.some((d) => d.stage === 'second')
      ? gain(
          {
            ...{ key: 'laterStage', words: 'The second stage after breakfast' },
            breaks: first.length < policyCopies ? 'the policy, until then' : '',
          },
          { ...plan, drives: first },
        )
      : []),
    ...(slowest && first.length > 1
      ? gain(
          {
            ...{ key: 'fewer', words: 'One drive less', without: slowest.id },
            breaks: copiesThen < policyCopies ? 'the policy' : '',
          },
          { ...plan, drives: plan.drives.filter((d) => d !== slowest) },
        )
      : []),
  ];
}
