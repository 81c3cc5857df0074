import type { TakeEvent } from '@kavrell/core/roll';
import type { Context } from '../platform/context.ts';
import { tellOfEvents } from './tell.ts';

/**
 * Appends events in one statement; returns those that were new. Open windows are told after the commit, not by a
 * trigger inside it: NOTIFY makes commits wait for each other, and loggers wait for the commit.
 */
export async function appendTakeEvents(
  context: Context,
  productionId: string,
  events: readonly TakeEvent[],
): Promise<TakeEvent[]> {
  const [rows] = await context.db.query(
    `INSERT INTO take_events (id, production_id, take_id, at_ms, production_at_ms, seq, client_id, device, payload)
     SELECT e.id, $1, e."takeId", e."atMs", e."productionAtMs", e.seq, e."clientId", e.device, e.payload
     FROM jsonb_to_recordset($2::jsonb) AS e(id uuid, "takeId" uuid, "atMs" double precision, "productionAtMs" double precision, seq int, "clientId" text, device text, payload jsonb)
     ON CONFLICT (id) DO NOTHING RETURNING id`,
    { bind: [productionId, JSON.stringify(events)] },
  );
  const fresh = new Set((rows as { id: string }[]).map((r) => r.id));
  const added = events.filter((e) => fresh.has(e.id));
  tellOfEvents(
    context,
    productionId,
    added.map((e) => e.id),
  );
  return added;
}
