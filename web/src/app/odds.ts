import { useMemo } from 'react';
import type { Day, Odds } from '@kavrell/core/day';
import { oddsOf, type UnitOdds } from '@kavrell/core/productions';
import { useSteady } from '../platform/some.ts';
import { useHeavy } from '../workers/useHeavy.ts';
import { useProduction } from './production.tsx';

/** What is played for the open day’s odds; under way it is another when what is left changes, and every five minutes. */
export function useAskedOdds(): UnitOdds[] {
  const { facts } = useProduction();
  const plan = facts?.plan ?? null;
  const projection = facts?.projection ?? null;
  const rests = projection && Object.values(projection.rests);
  const key = rests ? JSON.stringify(rests.map((r) => r && [r.ids, Math.round(r.order.startMin / 5)])) : '';
  const played = useSteady(projection, key);
  return useMemo(() => (plan ? oddsOf(plan, played) : []), [plan, played]);
}

/** The odds of the open day, worked out beside the page a moment after the plan stands still; null until then, or when there is nothing to play. */
export function useDayOdds(): Odds | null {
  const { facts } = useProduction();
  const asked = useAskedOdds();
  return useHeavy(asked, asked.length > 0 ? (work) => work.odds(asked) : null, facts?.plan ?? null);
}

/** When such days wrap: what is played ends with the last shot, and then all is struck. */
export const wrapsOf = ({ wrap }: Pick<Odds, 'wrap'>, { strikeMin }: Pick<Day, 'strikeMin'>): Odds['wrap'] => ({
  p50: wrap.p50 + strikeMin,
  p80: wrap.p80 + strikeMin,
  p95: wrap.p95 + strikeMin,
});

/** A share as people say odds: never quite none, never quite all. */
export const shareSaid = (share: number): string =>
  share >= 0.995 ? 'over 99\u00a0%' : share <= 0.005 ? 'under 1\u00a0%' : `${Math.round(share * 100)}\u00a0%`;
