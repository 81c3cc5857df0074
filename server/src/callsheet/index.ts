import type { Day } from '@kavrell/core/day';
import { composeCallSheet } from '@kavrell/core/callsheet';
import { planOf, type ProductionRows } from '@kavrell/core/productions';
import { callSheetPdf as callSheetPdfRoute } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { fileName, sendDocument } from '../platform/documents/index.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { loadRows } from '../productions/load.ts';
import { callSheetPdf } from './pdf.ts';

/** The day of a production, or a problem in words. */
export function dayIn(rows: ProductionRows, dayId: string): Day {
  const day = rows.days.find((d) => d.id === dayId);
  if (!day) throw new HttpProblem(404, 'day', 'There is no such day in this production.');
  return day;
}

export function serveCallSheet(router: Router, context: Context): void {
  router.serve(callSheetPdfRoute, async ({ params, res }) => {
    const rows = await loadRows(context, params.productionId);
    const day = dayIn(rows, params.dayId);
    const sheet = composeCallSheet({ ...rows, plan: planOf(rows, day), dayCount: rows.days.length });
    sendDocument(
      res,
      await callSheetPdf(sheet),
      'application/pdf',
      fileName(rows.production.title, 'day', String(day.number), 'call sheet'),
    );
    return undefined;
  });
}
