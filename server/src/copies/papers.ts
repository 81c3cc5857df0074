import {
  custodyCsv,
  custodyPdf,
  keepLabelsPdf,
  listHandOvers,
  mediaReportCsv,
  mediaReportPdf,
  selectsCsv,
} from '@kavrell/contract';
import { toCsv } from '@kavrell/core/formats';
import type { Context } from '../platform/context.ts';
import { fileName, sendDocument } from '../platform/documents/index.ts';
import type { Router } from '../platform/routing.ts';
import { loadRows } from '../productions/load.ts';
import { custodyCsvOf, custodyPdfOf, handOvers, keepLabels } from './custody.ts';
import { mediaCsvOf, mediaPdfOf } from './mediaReport.ts';

/** Papers about the media of a production: what is where, who had it, labels to stick on. */
export function servePapers(router: Router, context: Context): void {
  const rowsOf = (productionId: string) => loadRows(context, productionId);
  router.serve(listHandOvers, ({ params }) => handOvers(context, params.productionId));
  router.serve(custodyPdf, async ({ params, res }) => {
    const rows = await rowsOf(params.productionId);
    const made = await custodyPdfOf(rows, await handOvers(context, params.productionId));
    sendDocument(res, made, 'application/pdf', fileName(rows.production.title, 'custody'));
    return undefined;
  });
  router.serve(custodyCsv, async ({ params, res }) => {
    const { production } = await rowsOf(params.productionId);
    const text = custodyCsvOf(await handOvers(context, params.productionId));
    sendDocument(res, text, 'text/csv', fileName(production.title, 'custody'));
    return undefined;
  });
  router.serve(mediaReportPdf, async ({ params, res }) => {
    const rows = await rowsOf(params.productionId);
    sendDocument(res, await mediaPdfOf(rows), 'application/pdf', fileName(rows.production.title, 'media'));
    return undefined;
  });
  router.serve(mediaReportCsv, async ({ params, res }) => {
    const rows = await rowsOf(params.productionId);
    sendDocument(res, mediaCsvOf(rows), 'text/csv', fileName(rows.production.title, 'media'));
    return undefined;
  });
  router.serve(selectsCsv, async ({ params, res }) => {
    const rows = await rowsOf(params.productionId);
    const nameOf = new Map(rows.drives.map((d) => [d.id, d.name]));
    const text = toCsv(
      ['Asked for (UTC)', 'File', 'On its card', 'Drive', 'Bytes', 'State', 'xxHash64', 'By', 'Failure'],
      [...rows.sentSelects]
        .sort((a, b) => a.atMs - b.atMs)
        .map((s) => [
          ...[new Date(s.atMs).toISOString(), s.sentAs, s.path, nameOf.get(s.driveId) ?? '', s.sizeBytes],
          ...[s.state, s.hash ?? '', s.by, s.failure ?? ''],
        ]),
    );
    sendDocument(res, text, 'text/csv', fileName(rows.production.title, 'selects'));
    return undefined;
  });
  router.serve(keepLabelsPdf, async ({ params, res }) => {
    const rows = await rowsOf(params.productionId);
    sendDocument(res, await keepLabels(rows), 'application/pdf', fileName(rows.production.title, 'labels'));
    return undefined;
  });
}
