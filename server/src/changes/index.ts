import { LOGGED_TABLES, listChanges, undoChange, writeChanges, type ChangeSetInfo } from '@kavrell/contract';
import { mayLog } from '@kavrell/core/tables';
import type { Context } from '../platform/context.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router, SessionMe } from '../platform/routing.ts';
import { believableTime, nowOf, productionOf } from '../productions/index.ts';
import { undoChangeSet } from './undo.ts';
import { writeChangeSet } from './write.ts';

export { writeChangeSet } from './write.ts';

const HISTORY = 100;

/** A logger writes the jam log, and ticks kit off; the plan is the owner's. */
function allow(me: SessionMe, isTheirs: boolean): void {
  if (me.role === 'owner' || isTheirs) return;
  throw new HttpProblem(403, 'role', 'With this link you can log takes and jams; the plan is changed by its owner.');
}

/** Who a change is noted under: whoever sends it, or for the owner whose it says it is. */
function makerOf(me: SessionMe, madeBy: string | undefined): string {
  if (madeBy === undefined || madeBy === me.actor) return me.actor;
  if (me.role === 'owner') return madeBy;
  throw new HttpProblem(403, 'role', 'Only the owner sends what somebody else left on a device.');
}

export function serveChanges(router: Router, context: Context): void {
  router.serve(writeChanges, async ({ params, body, me }) => {
    allow(me, body.ops.every(mayLog));
    const actor = makerOf(me, body.madeBy);
    const production = await productionOf(context, params.productionId);
    for (const op of body.ops)
      if (LOGGED_TABLES.includes(op.table) && 'values' in op && typeof op.values.atMs === 'number')
        believableTime(op.values.atMs, nowOf(production));
    return { id: body.id, versions: await writeChangeSet(context, params.productionId, body, actor) };
  });
  router.serve(listChanges, async ({ params }) => {
    const [rows] = await context.db.query(
      `SELECT s.id, s.label, s.actor, s.at, s.undoes, EXISTS (SELECT 1 FROM change_sets u WHERE u.undoes = s.id) AS undone
       FROM change_sets s WHERE s.production_id = $1 ORDER BY s.at DESC, s.id DESC LIMIT ${HISTORY}`,
      { bind: [params.productionId] },
    );
    return rows as ChangeSetInfo[];
  });
  router.serve(undoChange, async ({ params, body, me }) => {
    if (me.role !== 'owner') {
      const { tables, actor } = await madeBy(context, params.productionId, params.changeSetId);
      // What is theirs in part is turned round only where they made it.
      const isWhole = tables.every((table) => mayLog({ op: 'insert', table }));
      allow(me, tables.every((table) => LOGGED_TABLES.includes(table)) && (isWhole || actor === me.actor));
    }
    return {
      id: body.id,
      versions: await undoChangeSet(context, params.productionId, params.changeSetId, body.id, me.actor),
    };
  });
}

/** Which tables a set changed, and who made it. */
async function madeBy(
  { db }: Context,
  productionId: string,
  changeSetId: string,
): Promise<{ tables: string[]; actor: string | null }> {
  const [rows] = await db.query(
    'SELECT DISTINCT table_name, actor FROM changes WHERE production_id = $1 AND change_set = $2',
    { bind: [productionId, changeSetId] },
  );
  const found = rows as { table_name: string; actor: string }[];
  return { tables: found.map((row) => row.table_name), actor: found[0]?.actor ?? null };
}
