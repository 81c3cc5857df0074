import { QueryTypes } from 'sequelize';
import {
  customsCsv,
  customsPdf,
  hireCsv,
  hirePdf,
  kitBookings,
  kitLabelsPdf,
  openHouse,
  packingCsv,
  packingPdf,
  readVerdicts,
  type KitVerdictSaid,
} from '@kavrell/contract';
import type { Booking, ListOrder } from '@kavrell/core/kitNeeds';
import type { Context } from '../platform/context.ts';
import { fileName, sendDocument } from '../platform/documents/index.ts';
import type { Router } from '../platform/routing.ts';
import { loadRows } from '../productions/load.ts';
import { houseId, piecesOf } from './house.ts';
import { customsCsvOf, customsPdfOf, hireCsvOf, hirePdfOf, kitLabels, packingCsvOf, packingPdfOf } from './papers.ts';

/** Which pieces are on which job, from its first to its last date; one query. */
const BOOKED = `
SELECT l.piece_id AS "pieceId", p.id AS "productionId", p.title, d.from_date AS "fromDate", d.to_date AS "toDate", sum(l.have)::float AS count
FROM kit_lines l
JOIN productions p ON p.id = l.production_id AND p.deleted_at IS NULL
JOIN (SELECT production_id, min(date)::text AS from_date, max(date)::text AS to_date FROM days WHERE deleted_at IS NULL GROUP BY production_id) d
  ON d.production_id = p.id
WHERE l.piece_id IS NOT NULL AND l.deleted_at IS NULL AND l.source <> 'without'
GROUP BY l.piece_id, p.id, p.title, d.from_date, d.to_date
ORDER BY d.from_date, p.title`;

/** What was noted of things after the days of all jobs that are not deleted; one query. */
const VERDICTS = `
SELECT l.payload->>'name' AS name, l.payload->>'pieceId' AS "pieceId", l.payload->>'verdict' AS verdict, l.payload->>'words' AS words, p.title AS job, l.at_ms AS "atMs"
FROM log_entries l
JOIN productions p ON p.id = l.production_id AND p.deleted_at IS NULL
WHERE l.deleted_at IS NULL AND l.payload->>'kind' = 'verdict'
ORDER BY l.at_ms DESC
LIMIT 2000`;

export function serveKit(router: Router, context: Context): void {
  router.serve(openHouse, async ({ me }) => ({ productionId: await houseId(context, me.actor) }));
  router.serve(kitBookings, () => context.db.query<Booking>(BOOKED, { type: QueryTypes.SELECT }));
  router.serve(readVerdicts, () => context.db.query<KitVerdictSaid>(VERDICTS, { type: QueryTypes.SELECT }));
  const rowsOf = (productionId: string) => loadRows(context, productionId);
  const nameOf = (title: string, what: string) => fileName(title, what);
  const packing = (order: ListOrder) => `packing by ${order}`;
  router.serve(packingPdf, async ({ params, res }) => {
    const rows = await rowsOf(params.productionId);
    const made = await packingPdfOf(rows, params.order);
    sendDocument(res, made, 'application/pdf', nameOf(rows.production.title, packing(params.order)));
    return undefined;
  });
  router.serve(packingCsv, async ({ params, res }) => {
    const rows = await rowsOf(params.productionId);
    const made = packingCsvOf(rows, params.order);
    sendDocument(res, made, 'text/csv', nameOf(rows.production.title, packing(params.order)));
    return undefined;
  });
  router.serve(hirePdf, async ({ params, res }) => {
    const rows = await rowsOf(params.productionId);
    sendDocument(res, await hirePdfOf(rows), 'application/pdf', nameOf(rows.production.title, 'hire'));
    return undefined;
  });
  router.serve(hireCsv, async ({ params, res }) => {
    const rows = await rowsOf(params.productionId);
    sendDocument(res, hireCsvOf(rows), 'text/csv', nameOf(rows.production.title, 'hire'));
    return undefined;
  });
  router.serve(customsPdf, async ({ params, res }) => {
    const rows = await rowsOf(params.productionId);
    const made = await customsPdfOf(rows, await piecesOf(context));
    sendDocument(res, made, 'application/pdf', nameOf(rows.production.title, 'customs'));
    return undefined;
  });
  router.serve(customsCsv, async ({ params, res }) => {
    const rows = await rowsOf(params.productionId);
    const made = customsCsvOf(rows, await piecesOf(context));
    sendDocument(res, made, 'text/csv', nameOf(rows.production.title, 'customs'));
    return undefined;
  });
  router.serve(kitLabelsPdf, async ({ params, res }) => {
    const rows = await rowsOf(params.productionId);
    sendDocument(res, await kitLabels(rows), 'application/pdf', nameOf(rows.production.title, 'kit labels'));
    return undefined;
  });
}
