import { createStore } from 'zustand/vanilla';
import type { ChangeOp, ChangeSet, Problem } from '@kavrell/contract';
import { Away, Refusal } from '../api.ts';
import {
  FORM,
  isReadable,
  mayStand,
  sameMaker,
  translated,
  type ChangesEntry,
  type Entry,
  type Maker,
  type NewEntry,
  type Refused,
} from './entry.ts';
import type { OutboxStore } from './store.ts';
import { type OutboxClock, type OutboxState, type Sender, type Wires } from './outboxModel.ts';
import { behalfOf, onto, otherBytes } from './rebase.ts';

const RETRY_MS = [500, 1000, 2000, 4000, 8000];
/** An entry that brings the server down so often is set aside, so that the rest goes on. */
const FAULTS = 3;
const OWN_MOST = 500;
export const SENT_KEPT_MS = 7 * 24 * 3_600_000;

/** Answers of the server that say nothing about the entry: it is tried again later. */
const notNow = (status: number) => status === 429 || status === 503 || status === 507;

/** Everything done on this device: shown at once, kept, sent in order, and never dropped without its person's word. */
export class Outbox {
  readonly state = createStore<OutboxState>(() => ({
    entries: [],
    held: [],
    refused: [],
    online: true,
    offlineSinceMs: null,
    kept: true,
    unwritten: 0,
    signedOut: false,
  }));
  private sender: Sender | null;
  private readonly clock: OutboxClock;
  private readonly newId: () => string;
  private store: OutboxStore | null = null;
  private wires: Wires = { onSent: () => undefined, onStale: () => undefined };
  private me: Maker | null = null;
  private retries = 0;
  private faults = new Map<string, number>();
  private flushing: Promise<void> | null = null;
  private callOff: (() => void) | null = null;
  private readonly unwritten = new Map<string, Entry>();
  private readonly own = new Set<string>();
  /** From one version of a row to the next, by changes of this very window only. */
  private readonly steps = new Map<string, Map<number, number>>();

  /** Without a sender it only keeps, until it gets one. */
  constructor(sender: Sender | null, clock: OutboxClock, newId: () => string) {
    this.sender = sender;
    this.clock = clock;
    this.newId = newId;
  }

  /** Has entries sent by this from now on, those that waited for it first. */
  sendBy(sender: Sender): void {
    this.sender = sender;
    void this.flush();
  }

  /** Connects the outbox with the rows that are read. */
  wire(wires: Wires): void {
    this.wires = wires;
  }

  private set(change: (state: OutboxState) => Partial<OutboxState>): void {
    this.state.setState(change);
  }

  /** Keeps something on the device; without room it goes on in memory, and says so. */
  private async keep(work: (store: OutboxStore) => Promise<unknown>): Promise<void> {
    if (!this.store) return;
    try {
      await work(this.store);
    } catch {
      // Whatever the reason (no room, the database closed by the system): what is in memory is still sent.
      this.set(() => ({ kept: false }));
    }
  }

  /** Writes an entry to the device; until it is there it counts as unwritten. */
  private async write(entry: Entry, work: (store: OutboxStore) => Promise<void>): Promise<void> {
    this.unwritten.set(entry.id, entry);
    this.set(() => ({ unwritten: this.unwritten.size }));
    await this.keep(async (store) => {
      await work(store);
      this.unwritten.delete(entry.id);
      this.set(() => ({ unwritten: this.unwritten.size }));
    });
  }

  /** Notes that this device keeps nothing more, as somebody else found. */
  unkept(): void {
    this.set(() => ({ kept: false }));
  }

  /** Takes up what waited when the page was last closed. Without a store nothing outlives the page. */
  async open(store: OutboxStore | null): Promise<void> {
    this.store = store;
    if (!store) this.set(() => ({ kept: false }));
    await this.keep(async (found) => {
      const { entries, refused } = await found.load();
      const read = entries.map(translated).filter((e) => e !== null);
      this.set((s) => ({
        entries: [...s.entries, ...read.filter((e) => !s.entries.some((k) => k.id === e.id))],
        refused: [...refused, ...s.refused.filter((r) => !refused.some((k) => k.id === r.id))],
      }));
    });
    // What was done before the device's database was open is written now.
    for (const entry of [...this.unwritten.values()]) await this.write(entry, (found) => found.put(entry));
    this.sort();
    void this.flush();
  }

  /** Who is signed in now; null when nobody is. Entries of others are held, not sent. */
  signedIn(me: Maker | null): void {
    this.me = me;
    if (me) this.set(() => ({ signedOut: false }));
    this.sort();
    if (me) void this.flush();
  }

  /** Parts what goes out in this session from what waits for another. */
  private sort(): void {
    this.set((s) => {
      const all = [...s.entries, ...s.held].sort((a, b) => (a.id < b.id ? -1 : 1));
      const goes = (e: Entry) => isReadable(e) && sameMaker(e.by, this.me ?? e.by);
      return { entries: all.filter(goes), held: all.filter((e) => !goes(e)) };
    });
  }

  /** Whether a change-set or take event was made in this window: it need not be read back. */
  isOwn(id: string): boolean {
    return this.own.has(id);
  }

  private remember(entry: Entry): void {
    if (this.own.size > OWN_MOST) this.own.clear();
    if (entry.kind === 'changes') this.own.add(entry.set.id);
    else if (entry.kind === 'takes') for (const e of entry.events) this.own.add(e.id);
  }

  /** Puts something into the outbox: shown at once, kept on this device, then sent. */
  async post(made: NewEntry): Promise<void> {
    const entry = { ...made, form: FORM, by: this.me } as Entry;
    this.remember(entry);
    this.set((s) => ({ entries: [...s.entries, entry] }));
    await this.write(entry, (store) => store.put(entry));
    await this.flush();
  }

  /** Sends what waits, in order, one after the other; stops at the first that finds nobody there. */
  flush(): Promise<void> {
    this.callOff?.();
    this.callOff = null;
    this.flushing ??= this.sendAll().finally(() => (this.flushing = null));
    return this.flushing;
  }

  /** Notes whether the server answers, as somebody else found. */
  heard(online: boolean): void {
    this.set((s) =>
      s.online === online ? s : { online, offlineSinceMs: online ? null : (s.offlineSinceMs ?? this.clock.now()) },
    );
  }

  private async sendAll(): Promise<void> {
    for (;;) {
      const [entry] = this.state.getState().entries;
      const { sender } = this;
      // Until it is known who is signed in, nothing goes: it might go out as somebody else's.
      if (!entry || !this.me || !sender) return;
      try {
        await this.send(entry, sender);
        this.retries = 0;
        this.heard(true);
        this.set((s) => (s.signedOut ? { signedOut: false } : s));
      } catch (error) {
        if (!(await this.settleFailure(entry, error))) return;
      }
    }
  }

  /** What an entry that did not go is to become; false when the rest is to wait too. */
  private async settleFailure(entry: Entry, error: unknown): Promise<boolean> {
    if (error instanceof Away) {
      this.heard(false);
      this.again();
      return false;
    }
    if (!(error instanceof Refusal)) throw error;
    const { problem } = error;
    if (problem.status === 401) {
      this.heard(true);
      this.set(() => ({ signedOut: true }));
      return false;
    }
    const faults = (this.faults.get(entry.id) ?? 0) + 1;
    if (notNow(problem.status) || (problem.status >= 500 && faults < FAULTS)) {
      if (!notNow(problem.status)) this.faults.set(entry.id, faults);
      this.heard(true);
      this.again();
      return false;
    }
    await this.setAside(entry, problem);
    return true;
  }

  private again(): void {
    this.callOff = this.clock.later(RETRY_MS[Math.min(this.retries, RETRY_MS.length - 1)]!, () => void this.flush());
    this.retries += 1;
  }

  private async setAside(entry: Entry, problem: Problem): Promise<void> {
    const refused: Refused = { id: entry.id, entry, problem };
    this.forget(entry);
    this.set((s) => ({
      entries: s.entries.filter((e) => e.id !== entry.id),
      refused: [...s.refused.filter((r) => r.id !== entry.id), refused],
    }));
    await this.keep((store) => store.settle(entry.id, { refused }));
  }

  private async send(entry: Entry, sender: Sender): Promise<void> {
    if (entry.kind === 'takes') {
      await sender.takes(entry);
      this.wires.onSent(entry, null);
    } else if (entry.kind === 'file') {
      const { hash } = await sender.file(entry);
      if (hash !== entry.hash) throw otherBytes();
    } else {
      const { versions } = await this.sendChanges(entry, sender);
      this.wires.onSent(entry, versions);
    }
    await this.drop(entry);
  }

  private forget(entry: Entry): void {
    this.faults.delete(entry.id);
    if (this.unwritten.delete(entry.id)) this.set(() => ({ unwritten: this.unwritten.size }));
  }

  private async drop(entry: Entry): Promise<void> {
    // Out of sight in the same tick in which the rows got it, so that screens are drawn once; if this page dies before
    // the next line, the entry is sent again and changes nothing.
    this.set((s) => ({ entries: s.entries.filter((e) => e.id !== entry.id) }));
    this.forget(entry);
    const { again: _, ...kept } = entry;
    await this.keep((store) =>
      store.settle(entry.id, { sent: { id: entry.id, atMs: this.clock.now(), entry: kept as Entry } }),
    );
  }

  private async sendChanges(entry: ChangesEntry, sender: Sender): Promise<{ versions: Record<string, number> }> {
    const sent = this.rebased(entry);
    try {
      return this.step(sent, await sender.changes(entry, sent));
    } catch (error) {
      const current = error instanceof Refusal && error.problem.code === 'stale' ? error.problem.current : undefined;
      if (!current) throw error;
      this.wires.onStale(entry, current);
      if (!mayStand(entry, current)) throw error;
      const over = onto(sent, current);
      return this.step(over, await sender.changes(entry, over));
    }
  }

  /** The change-set with the versions that earlier entries of this window led to. What others did is never gone over unasked. */
  private rebased(entry: ChangesEntry): ChangeSet {
    const ops = entry.set.ops.map((op): ChangeOp => {
      if (op.op !== 'update' && op.op !== 'delete') return op;
      const steps = this.steps.get(op.id);
      let { version } = op;
      for (let next = steps?.get(version); next !== undefined; next = steps?.get(version)) version = next;
      return version === op.version ? op : { ...op, version };
    });
    return { ...entry.set, ops };
  }

  private step<T extends { versions: Record<string, number> }>(sent: ChangeSet, answered: T): T {
    for (const op of sent.ops) {
      const to = answered.versions[op.id];
      const from = op.op === 'insert' ? 1 : 'version' in op ? op.version : undefined;
      if (to === undefined || from === undefined || to <= from) continue;
      const steps = this.steps.get(op.id) ?? new Map<number, number>();
      this.steps.set(op.id, steps.set(from, to));
    }
    return answered;
  }

  /** Lets a change that was not taken go: its person said so. */
  async dismiss(refused: Refused): Promise<void> {
    this.set((s) => ({ refused: s.refused.filter((r) => r.id !== refused.id) }));
    await this.keep((store) => store.letGo(refused.id));
  }

  /** Sends a change that was not taken once more, over what stands there now: the person has seen both. */
  async insist(refused: Refused): Promise<void> {
    const { current } = refused.problem;
    const entry =
      refused.entry.kind === 'changes' && current
        ? { ...refused.entry, set: onto(refused.entry.set, current) }
        : refused.entry;
    await this.takeUp({ ...entry, by: entry.by ?? this.me });
  }

  /** Sends a change that was not taken with other values in its place: `values` by the number of the edit and the field's name. */
  async mend(refused: Refused, values: Readonly<Record<string, string | number>>): Promise<void> {
    const { entry } = refused;
    if (entry.kind !== 'changes') return this.insist(refused);
    const ops = entry.set.ops.map((op, at): ChangeOp => {
      if (!('values' in op)) return op;
      const own = Object.entries(op.values).map(([field, value]) => [field, values[`${at} ${field}`] ?? value]);
      return { ...op, values: Object.fromEntries(own) };
    });
    // Other contents are another change-set: under the old number they would be refused, or taken for the old ones.
    const id = this.newId();
    await this.dismiss(refused);
    await this.insist({ ...refused, entry: { ...entry, id, set: { ...entry.set, id, ops } } });
  }

  /** Sends what somebody else made on this device, under their name. */
  async sendHeld(entry: Entry): Promise<void> {
    this.set((s) => ({ held: s.held.filter((e) => e.id !== entry.id) }));
    await this.takeUp(behalfOf(entry, this.me));
  }

  private async takeUp(entry: Entry): Promise<void> {
    this.set((s) => ({
      refused: s.refused.filter((r) => r.id !== entry.id),
      entries: [...s.entries.filter((e) => e.id !== entry.id), entry],
    }));
    await this.write(entry, (store) => store.takeUp(entry));
    await this.flush();
  }

  /** The server was set back to an older state: what was sent in the last days is sent again, to whatever is missing there. */
  async sendAgain(): Promise<number> {
    let count = 0;
    await this.keep(async (store) => {
      const sent = await store.sentSince(this.clock.now() - SENT_KEPT_MS);
      const waiting = new Set(this.state.getState().entries.map((e) => e.id));
      const entries = sent.map((s): Entry => ({ ...s.entry, again: true })).filter((e) => !waiting.has(e.id));
      count = entries.length;
      for (const entry of entries) await store.put(entry);
      this.set((s) => ({ entries: [...s.entries, ...entries] }));
      this.sort();
    });
    await this.flush();
    return count;
  }

  /** Forgets what was sent long ago. */
  async tidy(): Promise<void> {
    await this.keep((store) => store.sentSince(this.clock.now() - SENT_KEPT_MS));
  }
}
