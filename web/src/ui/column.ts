import type { ReactNode } from 'react';

/** A column of a table: what it shows, sorts by, and how it is edited. */
export interface Column<R> {
  id: string;
  header: string;
  /** What it means, in one sentence, where the word alone does not say it: on hover, and below its field. */
  hint?: string;
  /** A track of CSS grid: `80px`, `minmax(160px, 1fr)`. */
  width: string;
  /** What it sorts, filters and exports by. */
  value: (row: R) => string | number | null;
  render?: (row: R) => ReactNode;
  end?: boolean;
  /** Left out, highest number first, when the table is too narrow for all columns; the side sheet has the field. */
  extra?: number;
  edit?: {
    get: (row: R) => string;
    /** The values to write for what was typed; throws in words. */
    set: (text: string, row: R) => Record<string, unknown>;
    options?: readonly (readonly [string, string])[];
    /** A date: the side sheet lets it be picked too. */
    date?: boolean;
    /** No two rows can say the same: it is not written to several at once. */
    own?: boolean;
  };
}

/** A way to part rows under headings. */
export interface Grouping<R> {
  id: string;
  words: string;
  of: (row: R) => string;
  note?: (rows: R[]) => string;
}
