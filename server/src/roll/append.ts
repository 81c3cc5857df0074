import type { TakeEvent } from '@kavrell/core/roll';
import type { Context } from '../platform/context.ts';

/** Appends events in one statement; returns those that were new. */
export async function appendTakeEvents(
  { db }: Context,
  productionId: string,
  events: readonly TakeEvent[],
): Promise<TakeEvent[]> {
  const [rows] = await db.query(
    `INSERT INTO take_events (id, production_id, take_id, at_ms, seq, client_id, device, payload)
     SELECT e.id, $1, e."takeId", e."atMs", e.seq, e."clientId", e.device, e.payload
     FROM jsonb_to_recordset($2::jsonb) AS e(id uuid, "takeId" uuid, "atMs" double precision, seq int, "clientId" text, device text, payload jsonb)
     ON CONFLICT (id) DO NOTHING RETURNING id`,
    { bind: [productionId, JSON.stringify(events)] },
  );
  const fresh = new Set((rows as { id: string }[]).map((r) => r.id));
  return events.filter((e) => fresh.has(e.id));
}
