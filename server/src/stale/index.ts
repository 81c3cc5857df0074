import { FACETS, STALE_TABLES, facetChanges, type RecordedChange, type StaleTable } from '@kavrell/core/stale';
import { listFacetChanges } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { sqlName } from '../platform/db/index.ts';
import type { Router } from '../platform/routing.ts';
import { productionOf } from '../productions/index.ts';

const MOST = 5000;
type Json = Record<string, unknown>;

const camel = (row: Json): Json =>
  Object.fromEntries(
    Object.entries(row).map(([key, value]) => [key.replace(/_([a-z])/g, (_, c: string) => c.toUpperCase()), value]),
  );

/** Only columns that others lean on are read, so that a long history stays small. */
const watched = (table: StaleTable) => [...new Set(Object.values(FACETS[table]).flat())].map(sqlName);

/**
 * The recorded changes of what others lean on. Shots are leaned on by sheets that went out only, so theirs are read from
 * the first such sheet on.
 */
async function recorded({ db }: Context, productionId: string): Promise<RecordedChange[]> {
  const parts = STALE_TABLES.filter((t) => watched(t).length > 0).map((table) => {
    const columns = watched(table)
      .map((c) => `'${c}'`)
      .join(', ');
    const pick = (side: string) =>
      `(SELECT jsonb_object_agg(key, value) FROM jsonb_each(${side}) WHERE key IN (${columns}) AND before->key IS DISTINCT FROM after->key)`;
    const differ = watched(table)
      .map((c) => `before->'${c}' IS DISTINCT FROM after->'${c}'`)
      .join(' OR ');
    const since =
      table === 'shots'
        ? `AND at > (SELECT min(created_at) FROM frozen_sheets WHERE production_id = $1 AND deleted_at IS NULL)`
        : '';
    return `(SELECT '${table}' AS "table", row_id AS "rowId", extract(epoch FROM at) * 1000 AS "atMs", actor AS by, ${pick('before')} AS before, ${pick('after')} AS after
      FROM changes WHERE production_id = $1 AND table_name = '${table}' AND op = 'update' AND (${differ}) ${since})`;
  });
  const [rows] = await db.query(`SELECT * FROM (${parts.join(' UNION ALL ')}) c ORDER BY "atMs" DESC LIMIT ${MOST}`, {
    bind: [productionId],
  });
  return (rows as (RecordedChange & { atMs: unknown })[])
    .reverse()
    .map((r) => ({ ...r, atMs: Number(r.atMs), before: camel(r.before), after: camel(r.after) }));
}

/** When things were made that were made after the first change; the others have been there all along. */
async function births({ db }: Context, productionId: string, firstMs: number): Promise<Record<string, number>> {
  const parts = ['scenes', 'shots', 'setups', 'sound_sources', 'prompts', 'frozen_sheets'].map(
    (t) =>
      `SELECT id, extract(epoch FROM created_at) * 1000 AS at FROM ${t} WHERE production_id = $1 AND deleted_at IS NULL AND created_at >= to_timestamp($2::double precision / 1000)`,
  );
  const [rows] = await db.query(parts.join(' UNION ALL '), { bind: [productionId, firstMs] });
  return Object.fromEntries((rows as { id: string; at: unknown }[]).map((r) => [r.id, Number(r.at)]));
}

export function serveStale(router: Router, context: Context): void {
  router.serve(listFacetChanges, async ({ params }) => {
    await productionOf(context, params.productionId);
    const changes = facetChanges(await recorded(context, params.productionId));
    const first = changes[0]?.atMs;
    return { changes, births: first === undefined ? {} : await births(context, params.productionId, first) };
  });
}
