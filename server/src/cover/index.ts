import { cableLabelsPdf, runningOrderPdf } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { fileName, sendDocument } from '../platform/documents/index.ts';
import type { Router } from '../platform/routing.ts';
import { dayIn } from '../callsheet/index.ts';
import { loadRows } from '../productions/load.ts';
import { cableLabels, runningOrder } from './pdf.ts';

export function serveCover(router: Router, context: Context): void {
  router.serve(runningOrderPdf, async ({ params, res }) => {
    const rows = await loadRows(context, params.productionId);
    const day = dayIn(rows, params.dayId);
    const made = await runningOrder(rows, day, params.who === 'all' ? null : params.who);
    sendDocument(res, made, 'application/pdf', fileName(rows.production.title, 'day', String(day.number), 'cues'));
    return undefined;
  });
  router.serve(cableLabelsPdf, async ({ params, res }) => {
    const rows = await loadRows(context, params.productionId);
    sendDocument(res, await cableLabels(rows), 'application/pdf', fileName(rows.production.title, 'cable labels'));
    return undefined;
  });
}
