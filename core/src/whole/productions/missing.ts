import { REPORT_KINDS, REPORT_WORDS } from '../../about/onset/index.ts';
import {
  clipFindings,
  matchClips,
  missingOf,
  stillOpen,
  withoutCleanSound,
  type Missing,
  type MissingFact,
  type MissingKind,
  type Settling,
  type WrapRow,
} from '../../about/wrap/index.ts';
import type { Day } from '../../plan/day/index.ts';
import { dateOf, minuteToMs } from '../../base/time/index.ts';
import type { DayFacts } from './facts.ts';
import type { MISSING_PARTS, RowsOf } from './parts.ts';

/** What only the owner can read. */
const OWNERS: ReadonlySet<MissingKind> = new Set(['consent', 'refused', 'signOff', 'credit'] as const);

/** What nobody is late with before the day is over. */
const AFTER: ReadonlySet<MissingKind> = new Set(['hours', 'report', 'thing'] as const);

/** Whether anything of a day happened: before that nobody has hours to note or reports to give. */
const happened = (
  rows: Pick<RowsOf<typeof MISSING_PARTS>, 'logEntries'>,
  day: Pick<Day, 'id'>,
  takes: DayFacts['takes'],
) => takes.some((t) => t.dayId === day.id) || rows.logEntries.some((e) => e.dayId === day.id);

/** Cards are to be copied in the night after their day, by whoever has them; what was not had is to be had on the last day still to come, by whoever works its camera. */
function settlingOf(rows: RowsOf<typeof MISSING_PARTS>, day: Day): Settling {
  const nameOf = new Map(rows.people.map((p) => [p.id, p.name]));
  const cardOf = new Map(rows.cards.map((c) => [c.id, c]));
  const last = rows.days.reduce((latest, d) => (d.date > latest ? d.date : latest), day.date);
  return ({ missing, clip, shot }) => {
    switch (missing) {
      case 'onlyCard':
      case 'notKept':
        return { who: cardOf.get(clip?.cardId ?? '')?.whereabouts ?? '', by: day.date };
      case 'must':
      case 'moment':
      case 'notTaken':
        return { who: nameOf.get(shot?.operatorId ?? '') ?? '', by: last };
      default:
        return { who: '', by: null };
    }
  };
}

/**
 * Everything that is missing of a day by harm: of its wrap table, and of what people sign, bring back, note, give and confirm. `nowMs` is production time; consents,
 * sign-offs and names are the owner’s: to others they are not there, which is not the same as open.
 */
export function missingOfDay(
  rows: RowsOf<typeof MISSING_PARTS>,
  day: Day,
  facts: Pick<DayFacts, 'takes' | 'plan'>,
  lines: readonly WrapRow[],
  { nowMs, owner }: { nowMs: number; owner: boolean },
): Missing[] {
  const today = dateOf(nowMs, day.timeZone);
  const settling = settlingOf(rows, day);
  if (!happened(rows, day, facts.takes)) return missingOf(lines, [], { today, settling });
  const takes = facts.takes.filter((t) => t.dayId === day.id);
  const matches = matchClips(takes, rows.clips, rows.cards, rows.cameras, rows.production.rate);
  const findings = clipFindings({ ...rows, takes, matches, rate: rows.production.rate });
  const had = new Set(takes.map((t) => t.shotId));
  const others: MissingFact[] = [
    ...withoutCleanSound({ ...rows, takes, matches, findings }),
    ...stillOpen({
      ...{ ...rows, dayId: day.id, log: rows.logEntries, today, editOwner: rows.production.editOwner },
      seenShots: rows.shots.filter((s) => had.has(s.id)),
      reports: REPORT_KINDS.map((k) => REPORT_WORDS[k]),
    }),
  ];
  const isOver = nowMs >= minuteToMs(day.date, day.timeZone, facts.plan.wrapMin);
  const told = others.filter((f) => (owner || !OWNERS.has(f.kind)) && (isOver || !AFTER.has(f.kind)));
  return missingOf(lines, told, { today, settling });
}
