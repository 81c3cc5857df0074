import { literal, Op } from 'sequelize';
import { deleteProduction, duplicateProduction, listHeads, listProductions, makeProduction } from '@kavrell/contract';
import type { Production } from '@kavrell/core/brief';
import type { Context } from '../platform/context.ts';
import { inChangeSet } from '../platform/db/index.ts';
import { HttpProblem } from '../platform/problems.ts';
import { seenBy } from '../platform/reading.ts';
import type { Router } from '../platform/routing.ts';
import { duplicate } from './duplicate.ts';
import { readHeads } from './heads.ts';
import { isHouse, productionOf } from './production.ts';

export { believableTime, isHouse, nowOf, productionOf } from './production.ts';

export function serveProductions(router: Router, context: Context): void {
  router.serve(listProductions, async ({ me }) => {
    // The one that holds what is on no job is none to choose from.
    const where = me.productionId
      ? { id: me.productionId, deletedAt: null }
      : { id: { [Op.notIn]: literal('(SELECT production_id FROM house_productions)') }, deletedAt: null };
    const rows = await context.models.productions.findAll({
      where,
      order: [['id', 'ASC']],
    });
    return seenBy(me.role, 'productions', rows) as Production[];
  });
  router.serve(listHeads, () => readHeads(context));
  router.serve(duplicateProduction, async ({ params, body, me }) =>
    duplicate(context, params.productionId, { ...body, actor: me.actor }),
  );
  router.serve(deleteProduction, async ({ params, body, me }) => {
    const { productionId: id } = params;
    if (await isHouse(context, id))
      throw new HttpProblem(
        409,
        'house',
        'What is on no job can’t be deleted as a job. Delete what is in it, piece by piece.',
      );
    const { count } = await inChangeSet(context.db, { changeSetId: null, actor: me.actor }, (transaction) =>
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
