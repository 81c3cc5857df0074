import { deleteProduction, duplicateProduction, listHeads, listProductions, makeProduction } from '@kavrell/contract';
import type { Production } from '@kavrell/core/brief';
import type { Context } from '../platform/context.ts';
import { inChangeSet } from '../platform/db/index.ts';
import { HttpProblem } from '../platform/problems.ts';
import { seenBy } from '../platform/reading.ts';
import type { Router } from '../platform/routing.ts';
import { duplicate } from './duplicate.ts';
import { readHeads } from './heads.ts';

/** The production, or a problem in words. */
export async function productionOf({ models }: Context, id: string): Promise<Production> {
  const row = await models.productions.findOne({ where: { id, deletedAt: null }, raw: true });
  if (!row) throw new HttpProblem(404, 'production', 'There is no such production. It may have been deleted.');
  return row as unknown as Production;
}

/** Now as this production's day has it: the real clock, or the demo's set one. */
export function nowOf(production: Pick<Production, 'simulatedNowOffsetMs'>): number {
  return Date.now() + (production.simulatedNowOffsetMs ?? 0);
}

const DAY_MS = 86_400_000;
/** A device's clock may be hours wrong, and a day may be logged long after; a year and more is a mistake. */
const BELIEVABLE_MS = 400 * DAY_MS;

/** Refuses a time that can't be meant, by the production's clock. */
export function believableTime(atMs: number, nowMs: number): void {
  if (Math.abs(atMs - nowMs) <= BELIEVABLE_MS) return;
  throw new HttpProblem(
    400,
    'time',
    'This is noted for more than a year before or after now: the clock of the device must be wrong. Set it, then log it anew.',
  );
}

export function serveProductions(router: Router, context: Context): void {
  router.serve(listProductions, async ({ me }) => {
    const where = me.productionId ? { id: me.productionId, deletedAt: null } : { deletedAt: null };
    const rows = (await context.models.productions.findAll({
      where,
      order: [['id', 'ASC']],
      raw: true,
    })) as unknown as Record<string, unknown>[];
    return seenBy(me.role, 'productions', rows) as Production[];
  });
  router.serve(listHeads, () => readHeads(context));
  router.serve(duplicateProduction, async ({ params, body, me }) =>
    duplicate(context, params.productionId, { ...body, actor: me.actor }),
  );
  router.serve(deleteProduction, async ({ params, body, me }) => {
    const { productionId: id } = params;
    const [count] = await inChangeSet(context.db, { changeSetId: null, actor: me.actor }, (transaction) =>
      context.models.productions.update(
        { deletedAt: body.deleted ? new Date() : null },
        { where: { id }, transaction },
      ),
    );
    if (count === 0) throw new HttpProblem(404, 'production', 'There is no such production any more.');
    return { id };
  });
  router.serve(makeProduction, async ({ body, me }) => {
    await inChangeSet(context.db, { changeSetId: null, actor: me.actor }, (transaction) =>
      context.models.productions.create({ ...body }, { transaction }),
    );
    return productionOf(context, body.id);
  });
}
