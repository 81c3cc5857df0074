import { proxy, wrap } from 'comlink';
import type { Lane, Order, OrderContext, OrderPlan, Split } from '@kavrell/core/day';
import type { Better, OrderWork } from './order.worker.ts';

const start = () => new Worker(new URL('./order.worker.ts', import.meta.url), { type: 'module' });

/** Seeks an order in a worker of its own, which `cancel` ends at once: what was found till then, and how far it was, has been told by `onBetter`. */
export function seekOrder(
  plan: OrderPlan,
  before: OrderContext | null,
  onBetter: (better: Better) => void,
): { done: Promise<Order>; cancel: () => void } {
  const worker = start();
  const done = wrap<OrderWork>(worker)
    .solve(plan, before, proxy(onBetter))
    .finally(() => worker.terminate());
  return { done, cancel: () => worker.terminate() };
}

/** Shares shots out over days, or between units that work at the same time; `cancel` ends it at once. */
export function seekSplit(
  plan: OrderPlan,
  lanes: Lane[],
  oneAfterTheOther: boolean,
  onShare: (share: number) => void,
): { done: Promise<Split>; cancel: () => void } {
  const worker = start();
  const done = wrap<OrderWork>(worker)
    .split(plan, lanes, oneAfterTheOther, proxy(onShare))
    .finally(() => worker.terminate());
  return { done, cancel: () => worker.terminate() };
}
