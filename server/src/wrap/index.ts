import { dayReportCsv, dayReportPdf } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { fileName, sendDocument } from '../platform/documents/index.ts';
import type { Router } from '../platform/routing.ts';
import { dayIn } from '../callsheet/index.ts';
import { nowOf } from '../productions/index.ts';
import { loadRows } from '../productions/load.ts';
import { dayReport, reportCsv, reportPdf } from './report.ts';

export function serveWrap(router: Router, context: Context): void {
  const report = async (params: { productionId: string; dayId: string }) => {
    const rows = await loadRows(context, params.productionId);
    const day = dayIn(rows, params.dayId);
    return {
      made: dayReport(rows, day, nowOf(rows.production)),
      name: fileName(rows.production.title, 'day', String(day.number), 'report'),
    };
  };
  router.serve(dayReportPdf, async ({ params, res }) => {
    const { made, name } = await report(params);
    sendDocument(res, await reportPdf(made), 'application/pdf', name);
    return undefined;
  });
  router.serve(dayReportCsv, async ({ params, res }) => {
    const { made, name } = await report(params);
    sendDocument(res, reportCsv(made), 'text/csv', name);
    return undefined;
  });
}
