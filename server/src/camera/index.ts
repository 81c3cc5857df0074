import { cardLabelsPdf, readTestClip } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { fileName, sendDocument } from '../platform/documents/index.ts';
import type { Router } from '../platform/routing.ts';
import { productionOf } from '../productions/index.ts';
import { loadRows } from '../productions/load.ts';
import { readClip } from './clip.ts';
import { cardLabels } from './labels.ts';

export function serveCamera(router: Router, context: Context): void {
  router.serve(readTestClip, async ({ params, req }) => {
    await productionOf(context, params.productionId);
    return readClip(context.pool, req);
  });
  router.serve(cardLabelsPdf, async ({ params, res }) => {
    const rows = await loadRows(context, String(params.productionId));
    sendDocument(res, await cardLabels(rows), 'application/pdf', fileName(rows.production.title, 'card labels'));
    return undefined;
  });
}
