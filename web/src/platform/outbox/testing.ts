import type { ChangeSet, Problem } from '@kavrell/contract';
import { Refusal } from '../api.ts';
import type { Entry, NewEntry, Refused, Sent } from './entry.ts';
import { Outbox } from './outbox.ts';
import type { Sender } from './outboxModel.ts';
import type { OutboxStore } from './store.ts';

export const ME = { role: 'owner', name: 'Oda' };
export const MIRKO = { role: 'log', name: 'Mirko' };

/** A device’s store in memory; `full` makes every writing fail, as a device without room does. */
export function device(start: { entries?: unknown[]; refused?: Refused[] } = {}) {
  const entries = new Map((start.entries ?? []).map((e) => [(e as Entry).id, e]));
  const refused = new Map((start.refused ?? []).map((r) => [r.id, r]));
  const sent = new Map<string, Sent>();
  const held = { entries, refused, sent, full: false };
  const room = () => {
    if (held.full) throw new DOMException('no room', 'QuotaExceededError');
  };
  const store: OutboxStore = {
    load: async () => ({ entries: [...entries.values()], refused: [...refused.values()] }),
    async put(entry) {
      room();
      entries.set(entry.id, entry);
    },
    async settle(id, to) {
      room();
      entries.delete(id);
      if (to && 'refused' in to) refused.set(id, to.refused);
      if (to && 'sent' in to) sent.set(id, to.sent);
    },
    async takeUp(entry) {
      room();
      refused.delete(entry.id);
      entries.set(entry.id, entry);
    },
    async letGo(id) {
      refused.delete(id);
    },
    async sentSince(atMs) {
      for (const [id, s] of sent) if (s.atMs < atMs) sent.delete(id);
      return [...sent.values()];
    },
  };
  return { store, held };
}

export const problem = (status: number, code = 'x', more: Partial<Problem> = {}): Problem => ({
  type: 'about:blank',
  title: 'No',
  status,
  code,
  detail: `no: ${code}`,
  ...more,
});
export const refuse = (...of: Parameters<typeof problem>) => new Refusal(problem(...of));

/** A server with one row a production, by the rules of the real one: versions, conflicts, idempotence. */
export function server() {
  const rows = new Map<string, Record<string, unknown>>([['a', { id: 'a', version: 1, lens: '50', side: 'left' }]]);
  const known = new Map<string, Record<string, number>>();
  const log: string[] = [];
  const made: ChangeSet[] = [];
  const fail: { next: (() => Error | null)[] } = { next: [] };
  const sender: Sender = {
    async changes(entry, set) {
      const error = fail.next.shift()?.();
      if (error) throw error;
      log.push(entry.id);
      const before = known.get(set.id);
      if (before) return { versions: before };
      const versions: Record<string, number> = {};
      for (const op of set.ops) {
        if (op.op !== 'update') continue;
        const row = rows.get(op.id)!;
        if (row.version !== op.version) throw refuse(409, 'stale', { current: { ...row } });
        Object.assign(row, op.values, { version: op.version + 1 });
        versions[op.id] = op.version + 1;
      }
      known.set(set.id, versions);
      made.push(set);
      return { versions };
    },
    async takes(entry) {
      const error = fail.next.shift()?.();
      if (error) throw error;
      log.push(entry.id);
    },
    async file(entry) {
      log.push(entry.id);
      return { hash: entry.hash };
    },
  };
  /** What somebody else does to the row. */
  const other = (values: Record<string, unknown>) => {
    const row = rows.get('a')!;
    Object.assign(row, values, { version: (row.version as number) + 1 });
  };
  return { sender, rows, log, made, fail, other };
}

/** Time that passes when the test says so. */
export function clock() {
  let now = 1_000_000;
  let due: { at: number; work: () => void }[] = [];
  return {
    now: () => now,
    later(ms: number, work: () => void) {
      const one = { at: now + ms, work };
      due.push(one);
      return () => void (due = due.filter((d) => d !== one));
    },
    pass(ms: number) {
      now += ms;
      const ready = due.filter((d) => d.at <= now);
      due = due.filter((d) => d.at > now);
      for (const { work } of ready) work();
    },
    get waits() {
      return due.map((d) => d.at - now);
    },
  };
}

let count = 0;
export const nextId = () => `e${String((count += 1)).padStart(5, '0')}`;
export const edit = (values: Record<string, unknown>, saw: Record<string, unknown>, version = 1): NewEntry => {
  const id = nextId();
  return {
    id,
    productionId: 'p',
    at: 0,
    label: id,
    kind: 'changes',
    set: { id, label: id, ops: [{ op: 'update', table: 'shots', id: 'a', version, values }] },
    seen: { a: { version, values: saw } },
  };
};
export const take = (): NewEntry => {
  const id = nextId();
  return { id, productionId: 'p', at: 0, label: id, kind: 'takes', events: [] };
};

export async function open(more: { entries?: unknown[]; refused?: Refused[] } = {}) {
  const time = clock();
  const kavrell = server();
  const own = device(more);
  const box = new Outbox(kavrell.sender, time, nextId);
  await box.open(own.store);
  box.signedIn(ME);
  await box.flush();
  return { box, time, ...kavrell, ...own };
}
export const state = (box: Outbox) => box.state.getState();
