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

/** A better order on the way: its lines, and what it comes to. */
export interface Better {
  ids: string[];
  wrapMin: number;
  changeMin: number;
  share: number;
}

const work = {
  /** The order a school wants; better ones are told as they are found. Stopped by ending the worker. */
  solve(plan: OrderPlan, before: OrderContext | null, onBetter: (better: Better) => void): Order {
    let told = Infinity;
    return solveOrder(plan, before, ({ ids, score }, share) => {
      if (score.wrapMin < told) {
        told = score.wrapMin;
        onBetter({ ids, wrapMin: score.wrapMin, changeMin: score.changeMin, share });
      }
      return true;
    });
  },
  split(plan: OrderPlan, lanes: Lane[], oneAfterTheOther: boolean): Split {
    return splitOrder(plan, lanes, { oneAfterTheOther });
  },
};
export type OrderWork = typeof work;
expose(work);
