import { planOf } from '@kavrell/core/productions';
import { boardsPdf as boardsRoute, dayShotListPdf, shotListPdf as shotListRoute } from '@kavrell/contract';
import { dayIn } from '../callsheet/index.ts';
import type { Context } from '../platform/context.ts';
import { fileName, sendDocument } from '../platform/documents/index.ts';
import type { Router } from '../platform/routing.ts';
import { loadRows } from '../productions/load.ts';
import { boardsPdf, shotListPdf } from './pdf.ts';

export function serveScenes(router: Router, context: Context): void {
  router.serve(shotListRoute, async ({ params, res }) => {
    const rows = await loadRows(context, params.productionId);
    sendDocument(
      res,
      await shotListPdf(context, rows, null),
      'application/pdf',
      fileName(rows.production.title, 'shot list'),
    );
    return undefined;
  });
  router.serve(dayShotListPdf, async ({ params, res }) => {
    const rows = await loadRows(context, params.productionId);
    const day = dayIn(rows, params.dayId);
    const shots = planOf(rows, day).rows.flatMap((r) => r.shots);
    const title = `Day ${day.number}, in order`;
    sendDocument(
      res,
      await shotListPdf(context, rows, { title, shots }),
      'application/pdf',
      fileName(rows.production.title, 'day', String(day.number), 'shot list'),
    );
    return undefined;
  });
  router.serve(boardsRoute, async ({ params, res }) => {
    const rows = await loadRows(context, params.productionId);
    sendDocument(res, await boardsPdf(context, rows), 'application/pdf', fileName(rows.production.title, 'boards'));
    return undefined;
  });
}
