import { dayReportCsv, dayReportPdf, setReportCsv, setReportPdf } from '@kavrell/contract';
import type { ReportKind } from '@kavrell/core/onset';
import { toCsv } from '@kavrell/core/formats';
import type { Context } from '../platform/context.ts';
import { fileName, sendDocument } from '../platform/documents/index.ts';
import type { Router } from '../platform/routing.ts';
import { dayIn } from '../callsheet/index.ts';
import { nowOf } from '../productions/index.ts';
import { loadRows } from '../productions/load.ts';
import { serveBundles } from './bundleRoutes.ts';
import { dayReport, reportCsv, reportPdf } from './report.ts';
import { setReportOf, setReportPdfOf } from './setReports.ts';

export function serveWrap(router: Router, context: Context): void {
  serveBundles(router, context);
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
  const setReport = async (params: { productionId: string; dayId: string; kind: ReportKind; who: string }) => {
    const rows = await loadRows(context, params.productionId);
    const day = dayIn(rows, params.dayId);
    const personId = params.who === 'all' ? null : params.who;
    return {
      made: setReportOf(rows, day, { kind: params.kind, personId, nowMs: nowOf(rows.production) }),
      name: fileName(rows.production.title, 'day', String(day.number), params.kind),
    };
  };
  router.serve(setReportPdf, async ({ params, res }) => {
    const { made, name } = await setReport(params);
    sendDocument(res, await setReportPdfOf(made), 'application/pdf', name);
    return undefined;
  });
  router.serve(setReportCsv, async ({ params, res }) => {
    const { made, name } = await setReport(params);
    sendDocument(res, toCsv(made.table.columns, made.table.lines), 'text/csv', name);
    return undefined;
  });
}
