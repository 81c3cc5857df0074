import type { LineMissing, WrapRow } from './rows.ts';

/**
 * What can be missing after a day, by harm: what is lost with one card, what happens once, what the piece lacks, what nobody may show, and then what somebody still
 * has to do, to give or to bring back.
 */
export const MISSING_KINDS = [
  ...(['onlyCard', 'moment', 'must', 'badClip', 'noSound', 'refused', 'noClip', 'noTake', 'notKept'] as const),
  ...(['consent', 'notTaken', 'notCut', 'thing', 'hours', 'report', 'signOff', 'credit', 'keepUntil'] as const),
] as const;
export type MissingKind = (typeof MISSING_KINDS)[number];

/** One thing that is missing: what it is called, who can settle it and by when (a date); '' and null where nobody said. */
export interface MissingFact {
  kind: MissingKind;
  id: string;
  name: string;
  who: string;
  by: string | null;
}

/** All that is missing of one kind. */
export interface MissingGroup {
  kind: MissingKind;
  /** Overdue first, then by date, then as given. */
  facts: MissingFact[];
  /** What they are called, each once. */
  names: string[];
  /** Who can settle them, each once. */
  who: string[];
  /** The earliest date by which one is due; null: none has any. */
  by: string | null;
  overdue: number;
}
/** The same with the lines of the wrap table that it is of. */
export interface Missing extends MissingGroup {
  lines: WrapRow[];
}

const once = (names: readonly string[]): string[] => [...new Set(names)].filter(Boolean);

/** Facts in groups by kind, worst first; within one, what is due first. Due today is not overdue. Nothing missing, nothing listed. Pure, n log n. */
export function missingByHarm(facts: readonly MissingFact[], today: string): MissingGroup[] {
  return MISSING_KINDS.flatMap((kind): MissingGroup[] => {
    const own = facts.filter((f) => f.kind === kind);
    if (own.length === 0) return [];
    const sorted = [...own].sort((a, b) =>
      a.by === b.by ? 0 : a.by === null ? 1 : b.by === null || a.by < b.by ? -1 : 1,
    );
    return [
      {
        kind,
        facts: sorted,
        names: once(sorted.map((f) => f.name)),
        who: once(sorted.map((f) => f.who)),
        by: sorted[0]?.by ?? null,
        overdue: sorted.filter((f) => f.by !== null && f.by < today).length,
      },
    ];
  });
}

/** The word by which a line is known: the number of a shot, the name of a moment; for a clip alone, its file. */
const nameOf = (row: WrapRow): string => (row.shot ? row.shot.code : (row.scene?.title ?? row.clip?.name ?? ''));

const isMissing = (row: WrapRow): row is WrapRow & { missing: LineMissing } => row.missing !== null;

/** Who can settle what a line lacks, and by when; '' and null where nobody said. */
export type Settling = (line: WrapRow & { missing: LineMissing }) => Pick<MissingFact, 'who' | 'by'>;
const NOBODY: Settling = () => ({ who: '', by: null });

/** What is missing after a day, by harm: of its lines, and what else is open. */
export function missingOf(
  rows: readonly WrapRow[],
  others: readonly MissingFact[] = [],
  { today = '', settling = NOBODY }: { today?: string; settling?: Settling } = {},
): Missing[] {
  const lines = rows.filter(isMissing);
  const facts = lines.map((l): MissingFact => ({ kind: l.missing, id: l.id, name: nameOf(l), ...settling(l) }));
  return missingByHarm([...facts, ...others], today).map((group) => ({
    ...group,
    lines: lines.filter((l) => l.missing === group.kind),
  }));
}
