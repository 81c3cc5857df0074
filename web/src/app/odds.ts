import { useEffect, useState } from 'react';
import type { Odds } from '@kavrell/core/day';
import { oddsOf } from '@kavrell/core/productions';
import { heavy } from '../workers/heavy.ts';
import { useProduction } from './production.tsx';

/** The odds of the open day, worked out beside the page a moment after the plan stands still; null until then, or when there is nothing to play. */
export function useDayOdds(): Odds | null {
  const { facts } = useProduction();
  const [odds, setOdds] = useState<{ of: unknown; odds: Odds } | null>(null);
  const plan = facts?.plan ?? null;
  const rest = facts?.projection?.rest ?? null;
  useEffect(() => {
    const asked = plan && oddsOf(plan, facts?.projection ?? null);
    if (!asked) {
      setOdds(null);
      return;
    }
    let gone = false;
    const timer = setTimeout(() => {
      void heavy()
        .odds(asked.input, asked.before)
        .then((found) => !gone && setOdds({ of: plan, odds: found }))
        // A plan that can’t be timed says so on the Day; there are no odds of it.
        .catch(() => !gone && setOdds(null));
    }, 250);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [plan, JSON.stringify(rest?.ids), rest && Math.round(rest.order.startMin / 5)]);
  return odds && odds.of === plan ? odds.odds : null;
}

/** A share as people say odds: never quite none, never quite all. */
export const shareSaid = (share: number): string =>
  share >= 0.995 ? 'over 99\u00a0%' : share <= 0.005 ? 'under 1\u00a0%' : `${Math.round(share * 100)}\u00a0%`;
