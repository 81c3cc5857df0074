import { logTakeEvents } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';
import type { Router } from '../platform/routing.ts';
import { commandDevices } from '../devices/index.ts';
import { appendTakeEvents } from './append.ts';
import { checkEvents } from './check.ts';

export { appendTakeEvents } from './append.ts';

export function serveRoll(router: Router, context: Context): void {
  router.serve(logTakeEvents, async ({ params, body }) => {
    await checkEvents(context, params.productionId, body.events);
    const fresh = await appendTakeEvents(context, params.productionId, body.events);
    await commandDevices(context, params.productionId, fresh);
    return { accepted: fresh.length, known: body.events.length - fresh.length };
  });
}
