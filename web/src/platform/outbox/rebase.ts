import type { ChangeOp, ChangeSet } from '@kavrell/contract';
import { Refusal } from '../api.ts';
import { type Entry, type Maker } from './entry.ts';

/** A change-set that goes over a row as it now is. */
export function onto(set: ChangeSet, current: Record<string, unknown>): ChangeSet {
  const ops = set.ops.map((op): ChangeOp =>
    (op.op === 'update' || op.op === 'delete') && op.id === current.id
      ? { ...op, version: current.version as number }
      : op,
  );
  return { ...set, ops };
}

/** An entry that `me` sends for its maker: a change says whose it is; takes and pictures say it by themselves. */
export function behalfOf(entry: Entry, me: Maker | null): Entry {
  if (entry.kind !== 'changes' || !entry.by) return { ...entry, by: me };
  return { ...entry, by: me, set: { ...entry.set, madeBy: entry.by.name } };
}

export const otherBytes = () =>
  new Refusal({
    type: 'about:blank',
    title: 'Other bytes',
    status: 409,
    code: 'bytes',
    detail: 'Other bytes arrived than were sent. The picture is kept on this device: send it again.',
  });
