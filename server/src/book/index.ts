import { keepInBook, type ChangeOp } from '@kavrell/contract';
import type { BookDay, BookSetup } from '@kavrell/core/book';
import { bookOf } from '@kavrell/core/productions';
import type { Context } from '../platform/context.ts';
import { newId } from '../platform/ids.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { writeChangeSet } from '../changes/index.ts';
import { houseId } from '../kit/house.ts';
import { loadRows } from '../productions/load.ts';
import { readRows } from '../rows/index.ts';

type Kept = Pick<BookSetup | BookDay, 'id' | 'sourceId' | 'version' | 'position'>;

/** What was kept of the same source is renewed; what is new comes after. A note that somebody wrote beside it stays. */
function opsFor(
  table: 'bookSetups' | 'bookDays',
  kept: readonly Kept[],
  fresh: readonly { sourceId: string }[],
): ChangeOp[] {
  const known = new Map(kept.map((k) => [k.sourceId, k]));
  let position = Math.max(0, ...kept.map((k) => k.position));
  return fresh.map((values): ChangeOp => {
    const old = known.get(values.sourceId);
    if (old) return { op: 'update', table, id: old.id, version: old.version, values };
    position += 1;
    const note = table === 'bookSetups' ? { note: '' } : {};
    return { op: 'insert', table, id: newId(), values: { ...values, ...note, position } };
  });
}

export function serveBook(router: Router, context: Context): void {
  router.serve(keepInBook, async ({ params, body, me }) => {
    const rows = await loadRows(context, params.productionId);
    const { setups, days } = bookOf(rows);
    const house = await houseId(context, me.actor);
    if (setups.length + days.length === 0)
      throw new HttpProblem(
        409,
        'nothing',
        'There is nothing to keep yet: no setup of this job was shot in or frozen as built. Roll, or freeze its light on the Light screen.',
      );
    const [keptSetups, keptDays] = await Promise.all([
      readRows(context, house, 'bookSetups'),
      readRows(context, house, 'bookDays'),
    ]);
    const hashes = [...new Set(setups.flatMap((s) => s.photoHashes))];
    if (hashes.length > 0)
      await context.db.query(
        `INSERT INTO production_files (production_id, hash, added_by)
         SELECT $1, hash, $3 FROM production_files WHERE production_id = $2 AND hash = ANY ($4) ON CONFLICT DO NOTHING`,
        { bind: [house, params.productionId, me.actor, hashes] },
      );
    await writeChangeSet(
      context,
      house,
      {
        ...{ id: body.id, label: `Kept “${rows.production.title}” in the book` },
        ops: [...opsFor('bookSetups', keptSetups, setups), ...opsFor('bookDays', keptDays, days)],
      },
      me.actor,
    );
    return { houseId: house, setups: setups.length, days: days.length };
  });
}
