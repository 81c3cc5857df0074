import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { create } from 'zustand';
import { logTakeEvents, putFile, writeChanges, type ChangeOp, type ChangeSet, type Problem } from '@kavrell/contract';
import type { TakeEvent } from '@kavrell/core/roll';
import { Away, Refusal, call, sendBytes } from './api.ts';

/** What an update saw of the row it changes, so that two people's edits of different fields can both stand. */
export type Seen = Record<string, { version: number; values: Record<string, unknown> }>;

export type Entry = { id: string; productionId: string; at: number; label: string } & (
  | { kind: 'changes'; set: ChangeSet; seen: Seen }
  | { kind: 'takes'; events: TakeEvent[] }
  /** Bytes that what comes after names by their hash. */
  | { kind: 'file'; hash: string; bytes: Blob }
);

export interface Refused {
  entry: Entry;
  problem: Problem;
}

interface OutboxState {
  entries: Entry[];
  refused: Refused[];
  /** False while nothing answers. */
  online: boolean;
  /** False when this browser keeps nothing (private window): then only memory holds what waits. */
  kept: boolean;
}

export const useOutbox = create<OutboxState>(() => ({ entries: [], refused: [], online: true, kept: true }));

interface Store extends DBSchema {
  entries: { key: string; value: Entry };
}

let opening: Promise<IDBPDatabase<Store> | null> | null = null;
const database = () =>
  (opening ??= openDB<Store>('kavrell', 1, {
    upgrade: (db) => void db.createObjectStore('entries', { keyPath: 'id' }),
  }).catch(() => {
    useOutbox.setState({ kept: false });
    return null;
  }));

const RETRY_MS = [500, 1000, 2000, 4000, 8000];
let retries = 0;
let flushing: Promise<void> | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;

/** Called with what the server answered, so that the rows read before can be brought up to date. */
type OnSent = (entry: Entry, versions: Record<string, number> | null) => void;
type OnStale = (entry: Entry, current: Record<string, unknown>) => void;
let onSent: OnSent = () => undefined;
let onStale: OnStale = () => undefined;
/** The newest known row, for giving an update the version it must name. */
type Lookup = (productionId: string, table: ChangeOp['table'], id: string) => Record<string, unknown> | undefined;
let lookUp: Lookup = () => undefined;

/** Connects the outbox with the rows that are read. */
export function wireOutbox(wires: { onSent: OnSent; onStale: OnStale; lookUp: Lookup }): void {
  ({ onSent, onStale, lookUp } = wires);
}

/** Takes up what waited when the page was last closed. */
export async function openOutbox(): Promise<void> {
  const db = await database();
  const entries = (await db?.getAll('entries')) ?? [];
  entries.sort((a, b) => (a.id < b.id ? -1 : 1));
  useOutbox.setState((s) => ({
    entries: [...entries, ...s.entries.filter((e) => !entries.some((k) => k.id === e.id))],
  }));
  window.addEventListener('online', () => void flush());
  void flush();
}

const own = new Set<string>();
const OWN_MOST = 500;

/** Whether a change-set or take event was made in this window: it need not be read back. */
export const isOwn = (id: string): boolean => own.has(id);

function remember(entry: Entry): void {
  if (own.size > OWN_MOST) own.clear();
  if (entry.kind === 'changes') own.add(entry.set.id);
  else if (entry.kind === 'takes') for (const e of entry.events) own.add(e.id);
}

/** Puts something into the outbox: shown at once, kept on this device, then sent. */
export async function post(entry: Entry): Promise<void> {
  remember(entry);
  useOutbox.setState((s) => ({ entries: [...s.entries, entry] }));
  await (await database())?.put('entries', entry);
  await flush();
}

async function drop(id: string): Promise<void> {
  // Out of sight in the same tick in which the rows got it, so that screens are drawn once; if this page dies before
  // the next line, the entry is sent again and changes nothing.
  useOutbox.setState((s) => ({ entries: s.entries.filter((e) => e.id !== id) }));
  await (await database())?.delete('entries', id);
}

/** Sends what waits, in order, one after the other; stops at the first that finds nobody there. */
export function flush(): Promise<void> {
  clearTimeout(timer);
  flushing ??= sendAll().finally(() => (flushing = null));
  return flushing;
}

async function sendAll(): Promise<void> {
  for (;;) {
    const [entry] = useOutbox.getState().entries;
    if (!entry) return;
    try {
      await send(entry);
      retries = 0;
      useOutbox.setState({ online: true });
    } catch (error) {
      if (
        error instanceof Away ||
        (error instanceof Refusal && (error.problem.status === 401 || error.problem.status >= 500))
      ) {
        useOutbox.setState({ online: !(error instanceof Away) });
        timer = setTimeout(() => void flush(), RETRY_MS[Math.min(retries, RETRY_MS.length - 1)]);
        retries += 1;
        return;
      }
      if (!(error instanceof Refusal)) throw error;
      const { problem } = error;
      await drop(entry.id);
      useOutbox.setState((s) => ({ refused: [...s.refused, { entry, problem }] }));
    }
  }
}

async function send(entry: Entry): Promise<void> {
  const params = { productionId: entry.productionId };
  if (entry.kind === 'takes') {
    await call(logTakeEvents, { params, body: { events: entry.events } });
    onSent(entry, null);
    await drop(entry.id);
    return;
  }
  if (entry.kind === 'file') {
    const { hash } = await sendBytes(putFile, params, entry.bytes);
    if (hash !== entry.hash)
      throw new Refusal({
        type: 'about:blank',
        title: 'Other bytes',
        status: 409,
        code: 'bytes',
        detail: 'Other bytes arrived than were sent. The picture is kept on this device: send it again.',
      });
    await drop(entry.id);
    return;
  }
  const { versions } = await sendChanges(entry);
  onSent(entry, versions);
  await drop(entry.id);
}

async function sendChanges(entry: Extract<Entry, { kind: 'changes' }>): Promise<{ versions: Record<string, number> }> {
  const params = { productionId: entry.productionId };
  try {
    return await call(writeChanges, { params, body: rebased(entry) });
  } catch (error) {
    const current = error instanceof Refusal && error.problem.code === 'stale' ? error.problem.current : undefined;
    if (!current) throw error;
    onStale(entry, current);
    if (!mayStand(entry, current)) throw error;
    return call(writeChanges, { params, body: rebased(entry) });
  }
}

/** The change-set naming the newest versions known here: earlier entries of our own may have moved them on. */
function rebased(entry: Extract<Entry, { kind: 'changes' }>): ChangeSet {
  const ops = entry.set.ops.map((op): ChangeOp => {
    if (op.op !== 'update' && op.op !== 'delete') return op;
    const known = lookUp(entry.productionId, op.table, op.id)?.version;
    return typeof known === 'number' && known > op.version ? { ...op, version: known } : op;
  });
  return { ...entry.set, ops };
}

/** Whether our edit touches only fields that nobody else changed since we saw the row. */
export function mayStand(entry: Extract<Entry, { kind: 'changes' }>, current: Record<string, unknown>): boolean {
  const id = String(current.id);
  const seen = entry.seen[id];
  const op = entry.set.ops.find((o) => o.id === id);
  if (!seen || op?.op !== 'update' || current.deletedAt) return false;
  return Object.keys(op.values).every((field) => JSON.stringify(current[field]) === JSON.stringify(seen.values[field]));
}

/** Puts a refused change away. */
export function dismiss(refused: Refused): void {
  useOutbox.setState((s) => ({ refused: s.refused.filter((r) => r !== refused) }));
}

/** Sends a refused change once more, over what stands there now: the person has seen both. */
export async function insist(refused: Refused): Promise<void> {
  dismiss(refused);
  await post(refused.entry);
}
