import { QueryTypes } from 'sequelize';
import { bookings, consentsPdf as consentsPdfRoute, personLink } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { fileName, sendDocument } from '../platform/documents/index.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { loadRows } from '../productions/load.ts';
import { consentsPdf } from './consentsPdf.ts';
import { linkFor, linkPath } from './links.ts';

export { serveConsentPages } from './consentRoutes.ts';
export { serveCreditPages } from './creditRoutes.ts';
export { limitLinks } from './links.ts';

/** On which dates people of this production, by their names, are engaged on others; one query. */
const BOOKED = `
SELECT p.name AS name, o.title AS production, array_agg(DISTINCT d.date::text ORDER BY d.date::text) AS dates
FROM engagements e
JOIN days d ON d.id = e.day_id AND d.deleted_at IS NULL
JOIN people p ON p.id = e.person_id AND p.deleted_at IS NULL
JOIN productions o ON o.id = e.production_id AND o.deleted_at IS NULL
WHERE e.deleted_at IS NULL AND e.production_id <> $1
  AND lower(trim(p.name)) IN (SELECT lower(trim(name)) FROM people WHERE production_id = $1 AND deleted_at IS NULL)
GROUP BY p.name, o.title
ORDER BY p.name, o.title`;

export function servePeople(router: Router, context: Context): void {
  const { db } = context;
  router.serve(consentsPdfRoute, async ({ params, res }) => {
    const rows = await loadRows(context, params.productionId);
    sendDocument(res, await consentsPdf(rows), 'application/pdf', fileName(rows.production.title, 'consents'));
    return undefined;
  });
  router.serve(personLink, async ({ params: { productionId, personId } }) => {
    const person = await context.models.people.findOne({ where: { id: personId, productionId, deletedAt: null } });
    if (!person) throw new HttpProblem(404, 'person', 'There is no such person in this production.');
    const id = await db.transaction((t) => linkFor(context, productionId, personId, t));
    return { path: linkPath(context, id) };
  });
  router.serve(bookings, async ({ params }) =>
    db.query<{ name: string; production: string; dates: string[] }>(BOOKED, {
      bind: [params.productionId],
      type: QueryTypes.SELECT,
    }),
  );
}
