import { expose } from 'comlink';
import {
  solveOrder,
  splitOrder,
  type Lane,
  type Order,
  type OrderContext,
  type OrderPlan,
  type Split,
} from '@kavrell/core/day';

/** Less than this of the way is not told. */
const LEAST_SHARE = 0.03;

/** The best order so far (its lines, and what it comes to), and how far the search is. */
export interface Better {
  ids: string[];
  wrapMin: number;
  changeMin: number;
  share: number;
}

const work = {
  /** The order a school wants; the best so far is told as it is found and on the way. Stopped by ending the worker. */
  solve(plan: OrderPlan, before: OrderContext | null, onBetter: (better: Better) => void): Order {
    let told = Infinity;
    let last = -1;
    return solveOrder(plan, before, ({ ids, score }, share) => {
      if (score.wrapMin < told || share - last >= LEAST_SHARE) {
        told = Math.min(told, score.wrapMin);
        last = share;
        onBetter({ ids, wrapMin: score.wrapMin, changeMin: score.changeMin, share });
      }
      return true;
    });
  },
  split(plan: OrderPlan, lanes: Lane[], oneAfterTheOther: boolean, onShare: (share: number) => void): Split {
    let last = -1;
    return splitOrder(plan, lanes, {
      oneAfterTheOther,
      onShare: (share) => {
        if (share - last < LEAST_SHARE) return;
        last = share;
        onShare(share);
      },
    });
  },
};
export type OrderWork = typeof work;
expose(work);
