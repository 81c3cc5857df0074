import { MISSING_KINDS, type MissingKind, type WrapRow } from './rows.ts';

/** What is missing of one kind, with the lines it is of and what they are called, each once. */
export interface Missing {
  kind: MissingKind;
  lines: WrapRow[];
  names: string[];
}

/** The word by which a line is known: the number of a shot, the name of a moment; for a clip alone, its file. */
const nameOf = (row: WrapRow): string => (row.shot ? row.shot.code : (row.scene?.title ?? row.clip?.name ?? ''));

/** What is missing after a day, by harm: what a lost card would take first, then musts, then the rest. Nothing missing, nothing listed. */
export const missingOf = (rows: readonly WrapRow[]): Missing[] =>
  MISSING_KINDS.flatMap((kind): Missing[] => {
    const lines = rows.filter((r) => r.missing === kind);
    return lines.length ? [{ kind, lines, names: [...new Set(lines.map(nameOf))].filter(Boolean) }] : [];
  });
