import type { Production } from '../../about/brief/index.ts';
import type { StartOp, StartRows } from './plan.ts';

/** A production that has nothing yet. */
export const noRows = (production: Production): StartRows => ({
  production,
  days: [],
  places: [],
  people: [],
  engagements: [],
  scenes: [],
  shots: [],
  dayItems: [],
  asks: [],
});

/** `have` with the rows that a start inserts, as if they were there already; its updates are left out. */
export function rowsAfter(have: StartRows, ops: readonly StartOp[]): StartRows {
  const base = { productionId: have.production.id, version: 1, deletedAt: null };
  const after = structuredClone(have);
  for (const o of ops) if (o.op === 'insert') (after[o.table] as object[]).push({ ...o.values, id: o.id, ...base });
  return after;
}
