import type { Day } from '../../plan/day/index.ts';
import { clipFindings, matchClips, wrapRows, type WrapRow } from '../../about/wrap/index.ts';
import type { DayFacts } from './facts.ts';
import type { RowsOf, WRAP_PARTS } from './parts.ts';

/** The wrap table of one day: its shots and moments, what was taken of them, and which clips those are. */
export function wrapOf(
  rows: RowsOf<typeof WRAP_PARTS>,
  day: Pick<Day, 'id'>,
  facts: Pick<DayFacts, 'plan' | 'takes' | 'states' | 'cards' | 'dayShotIds'>,
): WrapRow[] {
  const bare = new Set(facts.plan.rows.flatMap((r) => (r.programme && r.shots.length === 0 ? [r.itemId] : [])));
  const matches = matchClips(facts.takes, rows.clips, rows.cards, rows.cameras, rows.production.rate);
  return wrapRows({
    shots: rows.shots.filter((s) => facts.dayShotIds.has(s.id)),
    scenes: rows.scenes,
    moments: rows.scenes.filter((s) => bare.has(s.id)),
    states: facts.states,
    takes: facts.takes.filter((t) => t.dayId === day.id),
    matches,
    findings: clipFindings({ ...rows, takes: facts.takes, matches, rate: rows.production.rate }),
    cards: facts.cards,
  });
}
