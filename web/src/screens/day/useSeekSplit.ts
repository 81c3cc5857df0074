import { useEffect, useRef, useState } from 'react';
import type { Lane, OrderPlan, Split } from '@kavrell/core/day';
import { wordsOf } from '../../platform/api.ts';
import { seekSplit } from '../../workers/order.ts';
import type { Way } from '../../ui/Working.tsx';

type Found =
  ({ state: 'seeking' } & Way) | { state: 'done'; split: Split; units: boolean } | { state: 'failed'; words: string };

/** Shares shots out beside the page, telling how far it is; what was found goes when `key` is another. `named` puts names into what it says. */
export function useSeekSplit(key: string, named: (words: string) => string) {
  const [found, setFound] = useState<Found | null>(null);
  /** Which search is the one that is asked for: what an earlier one finds is of nothing. */
  const turn = useRef(0);
  const cancel = useRef<(() => void) | null>(null);
  const stop = () => {
    turn.current += 1;
    cancel.current?.();
    cancel.current = null;
    setFound(null);
  };
  useEffect(() => stop, [key]);
  const seek = (ask: () => { plan: OrderPlan; lanes: Lane[] }, units: boolean) => {
    stop();
    const own = turn.current;
    const startedMs = Date.now();
    const tell = (next: Found) => turn.current === own && setFound(next);
    const fail = (error: unknown) => tell({ state: 'failed', words: named(wordsOf(error)) });
    tell({ state: 'seeking', share: 0, startedMs });
    try {
      const { plan, lanes } = ask();
      const search = seekSplit({ ...plan, seed: 1 }, lanes, !units, (share) =>
        tell({ state: 'seeking', share, startedMs }),
      );
      cancel.current = search.cancel;
      search.done.then((split) => tell({ state: 'done', split, units }), fail);
    } catch (error) {
      fail(error);
    }
  };
  return { found, seek, stop };
}
