import { useEffect, useRef, useState } from 'react';
import type { Order, OrderPlan } from '@kavrell/core/day';
import { wordsOf } from '../../platform/api.ts';
import { seekOrder } from '../../workers/order.ts';
import type { Way } from '../../ui/Working.tsx';
import type { useBase } from './base.ts';

export type School = OrderPlan['school'];
export const SCHOOLS: readonly (readonly [School, string, string])[] = [
  ['changeovers', 'Fewest change-overs', 'the earliest wrap'],
  ['people', 'People first', 'least waiting'],
  ['effort', 'Demanding first', 'the hardest while fresh'],
];

export type Found =
  | ({ state: 'seeking'; wrapMin: number | null; changeMin: number | null } & Way)
  | { state: 'done'; order: Order }
  | { state: 'failed'; words: string }
  | { state: 'stopped' };

/**
 * Seeks an order by each school beside the page, each telling its best so far; what was found goes when `plan` is another. `named` puts
 * people's names into what the search says.
 */
export function useSeekOrders(base: ReturnType<typeof useBase>, plan: unknown, named: (words: string) => string) {
  const [found, setFound] = useState<Partial<Record<School, Found>>>({});
  const running = useRef<(() => void)[]>([]);
  const stop = () => {
    running.current.splice(0).forEach((cancel) => cancel());
    setFound((f) =>
      Object.fromEntries(
        Object.entries(f).map(([k, v]) => [k, v?.state === 'seeking' ? { state: 'stopped' as const } : v]),
      ),
    );
  };
  useEffect(() => () => running.current.splice(0).forEach((cancel) => cancel()), []);
  // An order found for another plan is none.
  useEffect(() => setFound({}), [plan]);
  const seek = () => {
    if (!base) return;
    stop();
    const startedMs = Date.now();
    for (const [school] of SCHOOLS) {
      setFound((f) => ({ ...f, [school]: { state: 'seeking', wrapMin: null, changeMin: null, share: 0, startedMs } }));
      const { done, cancel } = seekOrder({ ...base.order, school, seed: 1 }, base.before, (b) =>
        setFound((f) =>
          f[school]?.state === 'seeking'
            ? {
                ...f,
                [school]: { state: 'seeking', wrapMin: b.wrapMin, changeMin: b.changeMin, share: b.share, startedMs },
              }
            : f,
        ),
      );
      running.current.push(cancel);
      done.then(
        (order) => setFound((f) => ({ ...f, [school]: { state: 'done', order } })),
        (error: unknown) => setFound((f) => ({ ...f, [school]: { state: 'failed', words: named(wordsOf(error)) } })),
      );
    }
  };
  return { found, seek, stop, seeking: Object.values(found).some((f) => f?.state === 'seeking') };
}
