import { useMemo, useRef } from 'react';
import { useQueries, useQuery, type UseQueryResult } from '@tanstack/react-query';
import { unwrittenFields, type EditableName, type FieldsOf, type RowOf, type TableName } from '@kavrell/core/tables';
import { listRows, type ChangeOp, type LiveChange } from '@kavrell/contract';
import type { TakeEvent } from '@kavrell/core/roll';
import { asTyped } from '@kavrell/core/productions';
import { STALE_TABLES } from '@kavrell/core/stale';
import { call } from './api.ts';
import { facetKey } from './stale.ts';
import { newId } from './id.ts';
import { queries } from './queries.ts';
import { outbox, useOutbox, type Entry, type Seen } from './outbox.ts';
import { sender } from './outbox/sender.ts';

type AnyRow = Record<string, unknown>;

const keyOf = (productionId: string, table: TableName) => ['rows', productionId, table] as const;
const rowKey = (table: TableName) => (table === 'deviceStates' ? 'cameraId' : 'id');

/** Rows as they will be once everything that waits has been sent. The server's rows are never touched. */
export function overlay(
  table: TableName,
  rows: readonly AnyRow[],
  entries: readonly Entry[],
  productionId: string,
): AnyRow[] {
  let result: AnyRow[] | null = null;
  for (const entry of entries) {
    if (entry.productionId !== productionId || entry.kind === 'file') continue;
    if (entry.kind === 'takes') {
      if (table !== 'takeEvents') continue;
      const before: readonly AnyRow[] = result ?? rows;
      const known = new Set(before.map((r) => r.id));
      result = [...before, ...entry.events.filter((e) => !known.has(e.id)).map((e): AnyRow => ({ ...e }))];
      continue;
    }
    for (const op of entry.set.ops) {
      if (op.table !== table) continue;
      result ??= [...rows];
      result = applyOp(result, op, productionId);
    }
  }
  return result ?? (rows as AnyRow[]);
}

function applyOp(rows: AnyRow[], op: ChangeOp, productionId: string): AnyRow[] {
  if (op.op === 'insert')
    return rows.some((r) => r.id === op.id)
      ? rows
      : [...rows, { ...unwrittenFields(op.table), ...op.values, id: op.id, productionId, version: 1, deletedAt: null }];
  if (op.op === 'delete') return rows.filter((r) => r.id !== op.id);
  if (op.op === 'update') return rows.map((r) => (r.id === op.id ? { ...r, ...op.values } : r));
  return rows;
}

export interface Rows<T extends TableName> {
  rows: RowOf<T>[];
  query: UseQueryResult<AnyRow[]>;
}

/** What the server has of one table after an entry was taken: newer rows stay as they are. */
export function settled(
  table: TableName,
  rows: readonly AnyRow[],
  entry: Entry,
  versions: Record<string, number> | null,
): AnyRow[] {
  if (entry.kind !== 'changes') return overlay(table, rows, [entry], entry.productionId);
  const newer = new Set(
    rows.filter((r) => Number(r.version) >= (versions?.[String(r.id)] ?? Infinity)).map((r) => r.id),
  );
  const ops = entry.set.ops.filter((op) => !newer.has(op.id));
  return overlay(table, rows, [{ ...entry, set: { ...entry.set, ops } }], entry.productionId).map((r) => {
    const version = newer.has(r.id) ? undefined : versions?.[String(r.id)];
    return version === undefined ? r : { ...r, version };
  });
}

type Laying = (productionId: string, table: TableName, rows: AnyRow[]) => AnyRow[];
/** What was laid into rows while they were being read, by reading: one that began before does not know it. */
const readings = new Set<Laying[]>();

async function readTables(productionId: string, tables: ReadonlySet<TableName>): Promise<Record<string, AnyRow[]>> {
  const laid: Laying[] = [];
  readings.add(laid);
  try {
    const read: Record<string, AnyRow[]> = await call(listRows, {
      params: { productionId, tables: [...tables].join(',') },
    });
    return Object.fromEntries(
      Object.entries(read).map(([table, rows]) => [
        table,
        laid.reduce((so, lay) => lay(productionId, table as TableName, so), rows),
      ]),
    );
  } finally {
    readings.delete(laid);
  }
}

/** Tables asked for in one go, by production: they are read with one request. */
const together = new Map<string, { tables: Set<TableName>; read: Promise<Record<string, AnyRow[]>> }>();

/** The rows of a table, read in one request with all other tables that are asked for in the same moment. */
export async function readTogether(productionId: string, table: TableName): Promise<AnyRow[]> {
  let batch = together.get(productionId);
  if (!batch) {
    const tables = new Set<TableName>();
    const read = Promise.resolve().then(() => {
      together.delete(productionId);
      return readTables(productionId, tables);
    });
    batch = { tables, read };
    together.set(productionId, batch);
  }
  batch.tables.add(table);
  return (await batch.read)[table] ?? [];
}

/** Rows of another production, read once: what a template is taken from. */
export const readRowsOf = async <T extends TableName>(productionId: string, table: T): Promise<readonly RowOf<T>[]> =>
  // The server checked each row by the schema of its table before it was stored.
  (await readTogether(productionId, table)) as unknown as readonly RowOf<T>[];

/** The rows of a table, with what still waits to be sent already in them. */
export function useRows<T extends TableName>(productionId: string, table: T): Rows<T> {
  const query = useQuery(asked(productionId, table));
  const entries = useOutbox((s) => s.entries);
  const rows = useMemo(
    () => overlay(table, query.data ?? [], entries, productionId) as RowOf<T>[],
    [table, query.data, entries, productionId],
  );
  return { rows, query };
}

const NONE: readonly AnyRow[] = Object.freeze([]);
/** How one table is asked for. */
const asked = (productionId: string, table: TableName) => ({
  queryKey: keyOf(productionId, table),
  queryFn: () => readTogether(productionId, table),
});

/** Many tables at once, in the order given: their rows as `useRows` has them, each list the same while nothing of it changed. */
export function useTables<T extends TableName>(
  productionId: string,
  tables: readonly T[],
): { rows: { readonly [K in T]: readonly RowOf<K>[] }; queries: UseQueryResult<AnyRow[]>[] } {
  const all = useQueries({ queries: tables.map((table) => asked(productionId, table)) });
  const entries = useOutbox((s) => s.entries);
  // With nothing waiting that concerns a table, `overlay` gives back the very rows that were read.
  const memo = useRef(new Map<T, { read: readonly AnyRow[]; entries: readonly Entry[]; rows: readonly AnyRow[] }>());
  const rows = {} as Record<T, readonly AnyRow[]>;
  tables.forEach((table, i) => {
    const read = all[i]?.data ?? NONE;
    const before = memo.current.get(table);
    rows[table] =
      before?.read === read && before.entries === entries ? before.rows : overlay(table, read, entries, productionId);
    memo.current.set(table, { read, entries, rows: rows[table] });
  });
  // The server checked each row by the schema of its table before it was stored.
  return { rows: rows as { readonly [K in T]: readonly RowOf<K>[] }, queries: all };
}

/** Tables whose rows others lean on: a change of one may make something stale. */
const LEANED_ON: ReadonlySet<string> = new Set(STALE_TABLES);

function patch(productionId: string, table: TableName, change: (rows: AnyRow[]) => AnyRow[]): void {
  queries.setQueryData<AnyRow[]>(keyOf(productionId, table), (rows) => rows && change(rows));
}

outbox.sendBy(sender);
outbox.wire({
  onStale: (entry, current) => {
    const table = entry.kind === 'changes' ? entry.set.ops.find((op) => op.id === current.id)?.table : undefined;
    if (table) patch(entry.productionId, table, (rows) => rows.map((r) => (r.id === current.id ? current : r)));
  },
  onSent: (entry, versions) => {
    if (entry.kind === 'file') return;
    for (const laid of readings)
      laid.push((productionId, table, rows) =>
        productionId === entry.productionId ? settled(table, rows, entry, versions) : rows,
      );
    const tables = entry.kind === 'takes' ? ['takeEvents' as const] : entry.set.ops.map((op) => op.table);
    for (const table of new Set<TableName>(tables))
      patch(entry.productionId, table, (rows) => settled(table, rows, entry, versions));
    if (entry.kind === 'takes') return;
    for (const table of new Set(entry.set.ops.filter((op) => op.op === 'restore').map((op) => op.table)))
      void queries.invalidateQueries({ queryKey: keyOf(entry.productionId, table) });
    void queries.invalidateQueries({ queryKey: ['changes', entry.productionId] });
    // New things are never stale; only what was there before can have changed.
    if (entry.set.ops.some((op) => op.op !== 'insert' && LEANED_ON.has(op.table)))
      void queries.invalidateQueries({ queryKey: facetKey(entry.productionId) });
  },
});

/** Rows with one as the server now has it: a newer one that is here stays, one that is gone goes. */
function laidIn(table: TableName, rows: AnyRow[], { id, version, row }: LiveChange): AnyRow[] {
  const key = rowKey(table);
  const at = rows.findIndex((r) => r[key] === id);
  const known = rows[at];
  const versionOf = (r: AnyRow) => (typeof r.version === 'number' ? r.version : version);
  if (!row) return known && versionOf(known) <= version ? rows.filter((r) => r !== known) : rows;
  if (!known) return [...rows, row];
  return versionOf(known) >= versionOf(row) ? rows : rows.with(at, row);
}

/** Whether the files of a copy are to be read again: it began, ended, was stopped, or knows only now what is on the card. */
const isOtherCopy = (known: AnyRow | undefined, row: AnyRow): boolean =>
  known?.state !== row.state || known?.totalFiles !== row.totalFiles;

/** A change that this window did not make, with the row as it was here before; undefined: it was not here. */
export interface Heard {
  change: LiveChange;
  before: AnyRow | undefined;
}
type Hearer = (productionId: string, heard: readonly Heard[]) => void;
const hearers = new Set<Hearer>();
/** Hears of what others, and the machinery, do; ends with what it gives. */
export function onHeard(hearer: Hearer): () => void {
  hearers.add(hearer);
  return () => void hearers.delete(hearer);
}

/** What the server tells of changed rows: each is laid in where it stands; only a table that it tells too much of is read again. */
export function hearChanges(productionId: string, changes: readonly LiveChange[]): void {
  const old = new Set<TableName>();
  const changed = new Set<TableName>();
  const heard: Heard[] = [];
  for (const change of changes) {
    const { table, id, version, changeSet } = change;
    if (outbox.isOwn(changeSet ?? id)) continue;
    const rows = queries.getQueryData<AnyRow[]>(keyOf(productionId, table));
    const known = rows?.find((r) => r[rowKey(table)] === id);
    heard.push({ change, before: known });
    if (change.row === undefined) {
      if (!queries.getQueryCache().find({ queryKey: keyOf(productionId, table) })) continue;
      if (!known || (typeof known.version === 'number' && known.version < version)) old.add(table);
      continue;
    }
    for (const laid of readings)
      laid.push((of, name, list) => (of === productionId && name === table ? laidIn(name, list, change) : list));
    // Files of a copy that only settle are told one by one.
    if (table === 'copyJobs' && change.row && isOtherCopy(known, change.row)) old.add('copyFiles');
    if (!rows) continue;
    changed.add(table);
    patch(productionId, table, (list) => laidIn(table, list, change));
  }
  if ([...old, ...changed].some((table) => LEANED_ON.has(table)))
    void queries.invalidateQueries({ queryKey: facetKey(productionId) });
  for (const table of old) void readAgain(keyOf(productionId, table));
  if (heard.length > 0) for (const hearer of hearers) hearer(productionId, heard);
}

/** What is to be read once more when the reading under way has ended. */
const onceMore = new Set<string>();

/**
 * Reads rows again. A reading under way may have begun before the change: it is let end, as a stream of changes would otherwise never
 * let one end, and then one more is made.
 */
async function readAgain(queryKey: ReturnType<typeof keyOf>): Promise<void> {
  const late = queries.isFetching({ queryKey }) > 0;
  const name = queryKey.join('/');
  if (late && onceMore.has(name)) return;
  if (late) onceMore.add(name);
  await queries.invalidateQueries({ queryKey }, { cancelRefetch: false });
  if (late && onceMore.delete(name)) await readAgain(queryKey);
}

/** A new row gives every field of its table. */
type Insert = { [T in EditableName]: { op: 'insert'; table: T; id?: string; values: FieldsOf<T> } }[EditableName];
/** Some fields of a row, each of its own kind. */
type Update = {
  [T in EditableName]: { op: 'update'; table: T; row: { id: string; version: number }; values: Partial<FieldsOf<T>> };
}[EditableName];
export type Op = Insert | Update | { op: 'delete'; table: EditableName; row: { id: string; version: number } };

/** Makes one change-set of some edits: seen at once, kept, sent, undoable. `label` says what was done. */
export function change(productionId: string, label: string, edits: readonly Op[]): Promise<void> {
  if (edits.length === 0) return Promise.resolve();
  const seen: Seen = {};
  const ops = edits.map((edit): ChangeOp => {
    if (edit.op === 'insert') return { op: 'insert', table: edit.table, id: edit.id ?? newId(), values: edit.values };
    if (edit.op === 'delete') return { op: 'delete', table: edit.table, id: edit.row.id, version: edit.row.version };
    // What this window saw is what is stored, not what was worked out from it.
    const row: AnyRow = { ...asTyped(edit.row) };
    seen[edit.row.id] = {
      version: edit.row.version,
      values: Object.fromEntries(Object.keys(edit.values).map((k) => [k, row[k]])),
    };
    return { op: 'update', table: edit.table, id: edit.row.id, version: edit.row.version, values: edit.values };
  });
  const id = newId();
  return outbox.post({
    id,
    productionId,
    at: Date.now(),
    label,
    kind: 'changes',
    set: { id, label: label.slice(0, 160), ops },
    seen,
  });
}

/** Logs take events: kept first, then sent. */
export function logTakes(productionId: string, label: string, events: TakeEvent[]): Promise<void> {
  return outbox.post({ id: newId(), productionId, at: Date.now(), label, kind: 'takes', events });
}
