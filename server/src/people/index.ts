import { QueryTypes } from 'sequelize';
import { bookings } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import type { Router } from '../platform/routing.ts';

/** Everybody of other productions who is engaged on a date that this one shoots on; one query. */
const BOOKED = `
SELECT p.name AS name, o.title AS production, array_agg(DISTINCT d.date::text ORDER BY d.date::text) AS dates
FROM engagements e
JOIN days d ON d.id = e.day_id AND d.deleted_at IS NULL
JOIN people p ON p.id = e.person_id AND p.deleted_at IS NULL
JOIN productions o ON o.id = e.production_id AND o.deleted_at IS NULL
WHERE e.deleted_at IS NULL AND e.production_id <> $1
  AND d.date IN (SELECT date FROM days WHERE production_id = $1 AND deleted_at IS NULL)
GROUP BY p.name, o.title
ORDER BY p.name, o.title`;

export function servePeople(router: Router, { db }: Context): void {
  router.serve(bookings, async ({ params }) =>
    db.query<{ name: string; production: string; dates: string[] }>(BOOKED, {
      bind: [params.productionId],
      type: QueryTypes.SELECT,
    }),
  );
}
