import { planSvg } from '@kavrell/core/light';
import { lightPlanPdf, lightPlanSvg } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import { fileName, sendDocument } from '../platform/documents/index.ts';
import { HttpProblem } from '../platform/problems.ts';
import type { Router } from '../platform/routing.ts';
import { loadRows } from '../productions/load.ts';
import type { LightRead } from '../platform/pool/work.ts';
import { setupPdf, type ReadLight } from './pdf.ts';

/** A large plan takes a second or two; a page that waits longer is not worth the figures. */
const LIGHT_BUDGET = { timeMs: 8000, memoryMB: 512 };

export function serveLight(router: Router, context: Context): void {
  const read: ReadLight = async (asked) => {
    try {
      return await context.pool.run<LightRead>({ kind: 'light', asked }, LIGHT_BUDGET);
    } catch (error) {
      // The page says that it was read quickly, and how far that may be off.
      context.log.warn({ err: error }, 'a plan of light was read quickly');
      return null;
    }
  };
  const found = async (productionId: string, setupId: string) => {
    const rows = await loadRows(context, productionId);
    const setup = rows.setups.find((s) => s.id === setupId);
    if (!setup) throw new HttpProblem(404, 'setup', 'There is no such light setup in this production.');
    return { rows, setup, name: fileName(rows.production.title, 'light', setup.code, setup.name) };
  };
  router.serve(lightPlanPdf, async ({ params, res }) => {
    const { rows, setup, name } = await found(params.productionId, params.setupId);
    sendDocument(res, await setupPdf(rows, setup, read), 'application/pdf', name);
    return undefined;
  });
  router.serve(lightPlanSvg, async ({ params, res }) => {
    const { rows, setup, name } = await found(params.productionId, params.setupId);
    const room = rows.rooms.find((r) => r.id === setup.plan.roomId) ?? null;
    sendDocument(res, planSvg(setup.plan, room, rows.cameras), 'image/svg+xml', name);
    return undefined;
  });
}
