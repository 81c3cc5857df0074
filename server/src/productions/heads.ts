import type { ProductionHead } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';

/** Deleted productions can be brought back for so long. */
const KEPT_DAYS = 30;

/** All productions as the start screen shows them: one query, whatever their number. */
export async function readHeads({ db }: Context): Promise<ProductionHead[]> {
  const [rows] = await db.query(
    `SELECT p.id, p.version, p.title, p.client, p.archived, p.simulated_now_offset_ms IS NOT NULL AS simulated, p.deleted_at AS "deletedAt",
       (SELECT count(*)::int FROM days WHERE production_id = p.id AND deleted_at IS NULL) AS days,
       (SELECT count(*)::int FROM shots WHERE production_id = p.id AND deleted_at IS NULL AND NOT dropped) AS shots,
       (SELECT count(*)::int FROM scenes WHERE production_id = p.id AND deleted_at IS NULL AND kind <> 'shots') AS moments,
       to_char(d.date, 'YYYY-MM-DD') AS date,
       EXISTS (SELECT FROM frozen_sheets f WHERE f.day_id = d.id AND f.deleted_at IS NULL) AS frozen,
       (SELECT count(*)::int FROM cards WHERE production_id = p.id AND deleted_at IS NULL
          AND NOT EXISTS (SELECT FROM releases r WHERE r.card_id = cards.id)) AS cards
     FROM productions p
     LEFT JOIN LATERAL (
       SELECT id, date FROM days WHERE production_id = p.id AND deleted_at IS NULL
       ORDER BY date < current_date, CASE WHEN date >= current_date THEN date END, date DESC LIMIT 1
     ) d ON true
     WHERE (p.deleted_at IS NULL OR p.deleted_at > now() - make_interval(days => $1)) AND p.id NOT IN (SELECT production_id FROM house_productions)
     ORDER BY p.id`,
    { bind: [KEPT_DAYS] },
  );
  return (rows as (ProductionHead & { deletedAt: Date | string | null })[]).map((r) => ({
    ...r,
    deletedAt: r.deletedAt && new Date(r.deletedAt).toISOString(),
  }));
}
