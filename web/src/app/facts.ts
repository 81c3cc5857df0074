import { useMemo } from 'react';
import type { CardStatus } from '@kavrell/core/copies';
import type { Day } from '@kavrell/core/day';
import { ledger, type Answer } from '@kavrell/core/ledger';
import { CARD_PARTS, cardsOf, factsFrom, planOf, type DayFacts, type ProductionRows } from '@kavrell/core/productions';
import { foldEveryTake, shotStates } from '@kavrell/core/roll';
import { useNow } from '../platform/clock.ts';
import { usePreferences } from '../platform/preferences.ts';
import { usePlanRows, type TimedRows } from './planRows.ts';
import { useSome } from '../platform/some.ts';

const MINUTE_MS = 60000;
const NO_SHOTS: ProductionRows['shots'] = [];
const NO_EVENTS: ProductionRows['takeEvents'] = [];
const NO_LOG: ProductionRows['logEntries'] = [];

/** What follows from a production’s rows for one day, each part worked out anew only when its own rows change. */
export function useFacts(
  rows: ProductionRows | null,
  day: Day | null,
): { facts: DayFacts | null; timedFrom: TimedRows | null; cards: readonly CardStatus[]; answers: readonly Answer[] } {
  const now = useNow(rows?.production ?? { simulatedNowOffsetMs: null }, MINUTE_MS);
  const clock = usePreferences((s) => s.clock);
  const timedFrom = usePlanRows(rows);
  const plan = useMemo(
    // A take or a copied file does not time the day anew.
    () => (timedFrom && day ? planOf(timedFrom, day) : null),
    [timedFrom, day],
  );
  const everyTake = useMemo(() => foldEveryTake(rows?.takeEvents ?? NO_EVENTS), [rows?.takeEvents]);
  const takes = useMemo(() => everyTake.filter((t) => t.struck === null), [everyTake]);
  const states = useMemo(() => shotStates(rows?.shots ?? NO_SHOTS, takes), [rows?.shots, takes]);
  const media = useSome(rows, CARD_PARTS);
  const cards = useMemo(() => (media ? cardsOf(media) : []), [media]);
  const shots = rows?.shots ?? null;
  const log = rows?.logEntries ?? NO_LOG;
  const facts = useMemo<DayFacts | null>(
    () => (shots && plan ? factsFrom({ plan, takes, everyTake, states, cards, log }, shots, now, clock) : null),
    [shots, plan, takes, everyTake, states, cards, log, now, clock],
  );

  const answers = useMemo<readonly Answer[]>(() => {
    if (facts) return facts.answers;
    const nothing = { plan: null, projection: null, dayShotIds: new Set<string>() };
    return ledger({ ...nothing, shots: rows?.shots ?? NO_SHOTS, states, cards, takes: takes.length, clock });
  }, [facts, rows?.shots, states, cards, takes, clock]);

  return { facts, timedFrom, cards, answers };
}
