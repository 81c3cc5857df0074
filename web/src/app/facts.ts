import { useMemo } from 'react';
import type { CardStatus } from '@kavrell/core/copies';
import type { Day } from '@kavrell/core/day';
import { ledger, type Answer } from '@kavrell/core/ledger';
import { cardsOf, factsFrom, planOf, type DayFacts, type ProductionRows } from '@kavrell/core/productions';
import { foldTakes, shotStates } from '@kavrell/core/roll';
import { useNow } from '../platform/clock.ts';
import { usePreferences } from '../platform/preferences.ts';

const MINUTE_MS = 60000;
const NO_SHOTS: ProductionRows['shots'] = [];
const NO_EVENTS: ProductionRows['takeEvents'] = [];

/** What follows from a production’s rows for one day, each part worked out anew only when its own rows change. */
export function useFacts(
  rows: ProductionRows | null,
  day: Day | null,
): { facts: DayFacts | null; cards: readonly CardStatus[]; answers: readonly Answer[] } {
  const now = useNow(rows?.production ?? { simulatedNowOffsetMs: null }, MINUTE_MS);
  const clock = usePreferences((s) => s.clock);
  const plan = useMemo(
    () => (rows && day ? planOf(rows, day) : null),
    // The plan hangs on these tables only: a take or a copied file does not time the day anew.
    [
      day,
      rows?.dayItems,
      rows?.shots,
      rows?.scenes,
      rows?.setups,
      rows?.relights,
      rows?.lightKit,
      rows?.rooms,
      rows?.places,
      rows?.moves,
      rows?.production.usePace,
      rows?.production.usePace ? rows.takeEvents : null,
    ],
  );
  const takes = useMemo(() => foldTakes(rows?.takeEvents ?? NO_EVENTS), [rows?.takeEvents]);
  const states = useMemo(() => shotStates(rows?.shots ?? NO_SHOTS, takes), [rows?.shots, takes]);
  const cards = useMemo(
    () => (rows ? cardsOf(rows) : []),
    [rows?.production, rows?.cards, rows?.clips, rows?.copyFiles, rows?.copyJobs, rows?.drives, rows?.releases],
  );
  const facts = useMemo<DayFacts | null>(
    () => (rows && plan ? factsFrom({ plan, takes, states, cards }, rows.shots, now, clock) : null),
    [rows?.shots, plan, takes, states, cards, now, clock],
  );

  const answers = useMemo<readonly Answer[]>(() => {
    if (facts) return facts.answers;
    const nothing = { plan: null, projection: null, dayShotIds: new Set<string>() };
    return ledger({ ...nothing, shots: rows?.shots ?? NO_SHOTS, states, cards, takes: takes.length, clock });
  }, [facts, rows?.shots, states, cards, takes, clock]);

  return { facts, cards, answers };
}
