import { composeCallSheet, type SheetContent } from '../../about/callsheet/index.ts';
import type { Day, DayPlan } from '../../plan/day/index.ts';
import { checkPlan, isRaised, nameOf, open } from '../../rooms/light/index.ts';
import { planOf } from './facts.ts';
import type { LIGHT_PARTS, RowsOf, SHEET_PARTS } from './parts.ts';
import type { ProductionRows } from './rows.ts';
import { surroundingsOf } from './light.ts';

/** The sheet of a day as the rows have it now: the draft that a freeze sends out. `plan` spares timing the day once more. */
export function sheetOf(
  rows: RowsOf<typeof SHEET_PARTS> & Partial<Pick<ProductionRows, 'takeEvents'>>,
  day: Day,
  plan: DayPlan = planOf(rows, day),
): SheetContent {
  return composeCallSheet({
    ...rows,
    plan,
    dayCount: rows.days.length,
    safety: [...lightSafety(rows, day, plan), ...riskSafety(rows, day)],
  });
}

type LightSafetyRows = RowsOf<typeof LIGHT_PARTS> & Pick<ProductionRows, 'people'>;

/** What the light plans of the day’s setups say about people’s safety: danger found, raised things and who watches them. */
export function lightSafety(rows: LightSafetyRows, day: Day, plan: DayPlan): string[] {
  const used = new Set(plan.rows.flatMap((r) => (r.setup ? [r.setup.id] : [])));
  const name = (id: string | null) => rows.people.find((p) => p.id === id)?.shortName ?? null;
  // What holds for several setups is said once.
  const said = new Map<string, string[]>();
  const say = (words: string, code: string) => said.set(words, [...(said.get(words) ?? []), code]);
  rows.setups
    .filter((s) => used.has(s.id))
    .forEach((setup) => {
      const s = surroundingsOf(rows, setup, day);
      for (const f of open(checkPlan(s))) if (f.level === 'danger') say(`${f.words} ${f.mend}`, setup.code);
      const watched = setup.plan.items
        .filter(isRaised)
        .flatMap((i) => (name(i.watcherId) ? [`${name(i.watcherId)} watches ${nameOf(i)}`] : []));
      if (watched.length) say(`${watched.join(', ')}. A watcher does nothing else.`, setup.code);
    });
  return [...said].map(([words, codes]) => `${codes.join(', ')}: ${words}`);
}

/** Risks of the day that somebody must know of. */
function riskSafety(rows: Pick<ProductionRows, 'risks' | 'people'>, day: Day): string[] {
  return rows.risks
    .filter((r) => r.harm === 3 && r.state !== 'gone' && (r.dayId === null || r.dayId === day.id))
    .map((r) => {
      const chosen = r.remedies.filter((x) => x.chosen).map((x) => x.words);
      const owner = rows.people.find((p) => p.id === r.ownerId)?.shortName;
      return `${r.title}${chosen.length ? `: ${chosen.join('; ')}` : ''}${owner ? ` (${owner})` : ''}`;
    });
}
