import type { ChangeSet, Problem } from '@kavrell/contract';
import type { TakeEvent } from '@kavrell/core/roll';

/** What an update saw of the row it changes, so that two people's edits of different fields can both stand. */
export type Seen = Record<string, { version: number; values: Record<string, unknown> }>;

/** The form that entries are kept in on a device; entries of an older form are translated, of a newer one wait. */
export const FORM = 8;

/** Who made an entry: it is sent in a session of theirs only. */
export interface Maker {
  role: string;
  name: string;
}

export type Entry = {
  id: string;
  productionId: string;
  at: number;
  label: string;
  form: number;
  /** Null for entries from before makers were noted: whoever is signed in. */
  by: Maker | null;
  /** Sent before and acknowledged, by a server that may have lost it since. */
  again?: boolean;
} & (
  | { kind: 'changes'; set: ChangeSet; seen: Seen }
  | { kind: 'takes'; events: TakeEvent[] }
  /** Bytes that what comes after names by their hash. */
  | { kind: 'file'; hash: string; bytes: Blob }
);
export type ChangesEntry = Extract<Entry, { kind: 'changes' }>;
/** An entry as a screen makes it. */
export type NewEntry = Entry extends infer E ? (E extends Entry ? Omit<E, 'form' | 'by' | 'again'> : never) : never;

/** An entry that was not taken, with the reason: kept until its person mends it or lets it go. */
export interface Refused {
  id: string;
  entry: Entry;
  problem: Problem;
}

/** An entry that was acknowledged, kept for a while in case the server is set back to an older state. */
export interface Sent {
  id: string;
  atMs: number;
  entry: Entry;
}

export const sameMaker = (a: Maker | null, b: Maker | null): boolean =>
  a === null || (b !== null && a.role === b.role && a.name === b.name);

/** An entry as this app has it, from what any app kept; null when it is none at all. */
export function translated(raw: unknown): Entry | null {
  const found = raw as Partial<Entry> | null;
  if (typeof found?.id !== 'string' || typeof found.productionId !== 'string' || typeof found.kind !== 'string')
    return null;
  const form = found.form ?? 1;
  const entry = { ...found, form, by: found.by ?? null } as Entry;
  return form < FORM && entry.kind === 'changes' ? withNewFields(entry) : entry;
}

/** What rows of an older form lacked: it was not there to be said. */
const ADDED: Readonly<Record<string, Readonly<Record<string, unknown>>>> = {
  scenes: { startKind: 'fixed', followsSceneId: null },
  days: { forecast: null },
  consents: { signature: null, terms: '' },
  cards: { whereabouts: '', station: '' },
  drives: { station: '', keepUntil: null },
  tracks: { rights: '' },
  cameras: { restartGapS: 10, lookEveryMin: null, walkMin: null },
  kitLines: {
    ...{ supplier: '', byDate: null, pieceId: null, tickedBy: '', checkedBy: '', on: false, costMinor: null },
  },
  crates: { kind: 'hard', carrierId: null, hand: null },
  vehicles: { driverId: null, secondDriverId: null, ready: [], loadMin: null, loadPieces: 0 },
  faults: { photoHashes: [], refund: '', refundMinor: null },
};
function withNewFields(entry: ChangesEntry): Entry {
  const ops = entry.set.ops.map((op) =>
    op.op === 'insert' && ADDED[op.table] ? { ...op, values: { ...ADDED[op.table], ...op.values } } : op,
  );
  return { ...entry, form: FORM, set: { ...entry.set, ops } };
}

/** Whether this app understands the entry; one of a newer app waits for that one. */
export const isReadable = (entry: Entry): boolean =>
  entry.form <= FORM && ['changes', 'takes', 'file'].includes(entry.kind);

/** Whether our edit touches only fields that nobody else changed since we saw the row. */
export function mayStand(entry: ChangesEntry, current: Record<string, unknown>): boolean {
  const id = String(current.id);
  const seen = entry.seen[id];
  const op = entry.set.ops.find((o) => o.id === id);
  if (!seen || op?.op !== 'update' || current.deletedAt) return false;
  return Object.keys(op.values).every((field) => JSON.stringify(current[field]) === JSON.stringify(seen.values[field]));
}
