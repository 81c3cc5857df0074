import { planSvg } from '@kavrell/core/light';
import { lightPlanPdf, lightPlanSvg } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { fileName, sendDocument } from '../platform/documents/index.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { loadRows } from '../productions/load.ts';
import { setupPdf } from './pdf.ts';

export function serveLight(router: Router, context: Context): void {
  const found = async (productionId: string, setupId: string) => {
    const rows = await loadRows(context, productionId);
    const setup = rows.setups.find((s) => s.id === setupId);
    if (!setup) throw new HttpProblem(404, 'setup', 'There is no such light setup in this production.');
    return { rows, setup, name: fileName(rows.production.title, 'light', setup.code, setup.name) };
  };
  router.serve(lightPlanPdf, async ({ params, res }) => {
    const { rows, setup, name } = await found(params.productionId, params.setupId);
    sendDocument(res, await setupPdf(rows, setup), 'application/pdf', name);
    return undefined;
  });
  router.serve(lightPlanSvg, async ({ params, res }) => {
    const { rows, setup, name } = await found(params.productionId, params.setupId);
    const room = rows.rooms.find((r) => r.id === setup.plan.roomId) ?? null;
    sendDocument(res, planSvg(setup.plan, room, rows.cameras), 'image/svg+xml', name);
    return undefined;
  });
}
