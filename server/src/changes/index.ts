import { listChanges, undoChange, writeChanges, type ChangeSetInfo } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import type { Router } from '../platform/routing.ts';
import { productionOf } from '../productions/index.ts';
import { undoChangeSet } from './undo.ts';
import { writeChangeSet } from './write.ts';

export { writeChangeSet } from './write.ts';

const HISTORY = 100;

export function serveChanges(router: Router, context: Context): void {
  router.serve(writeChanges, async ({ params, body, me }) => {
    await productionOf(context, params.productionId);
    return { id: body.id, versions: await writeChangeSet(context, params.productionId, body, me.actor) };
  });
  router.serve(listChanges, async ({ params }) => {
    const [rows] = await context.db.query(
      `SELECT s.id, s.label, s.actor, s.at, s.undoes, EXISTS (SELECT 1 FROM change_sets u WHERE u.undoes = s.id) AS undone
       FROM change_sets s WHERE s.production_id = $1 ORDER BY s.at DESC, s.id DESC LIMIT ${HISTORY}`,
      { bind: [params.productionId] },
    );
    return rows as ChangeSetInfo[];
  });
  router.serve(undoChange, async ({ params, body, me }) => ({
    id: body.id,
    versions: await undoChangeSet(context, params.productionId, params.changeSetId, body.id, me.actor),
  }));
}
