import type { Sequelize } from 'sequelize';
import type { Context } from '../platform/context.ts';

/** Events of this long are told of in one go. */
const GATHER_MS = 15;

const waiting = new WeakMap<Sequelize, Map<string, string[]>>();

/**
 * Tells open windows of new take events, shortly after they were stored: loggers need not wait for it. Should it
 * fail, the events are there all the same and seen at the next reading.
 */
export function tellOfEvents({ db, log }: Context, productionId: string, eventIds: readonly string[]): void {
  if (eventIds.length === 0) return;
  const known = waiting.get(db);
  const lists = known ?? new Map<string, string[]>();
  lists.set(productionId, [...(lists.get(productionId) ?? []), ...eventIds]);
  if (known) return;
  waiting.set(db, lists);
  setTimeout(() => {
    waiting.delete(db);
    for (const [production, ids] of lists) {
      db.query(
        `SELECT set_config('synchronous_commit', 'off', true), count(pg_notify('kavrell', json_build_object('p', $1::text, 't', 'takeEvents', 'i', e, 'v', 1, 'c', null)::text)) FROM unnest($2::text[]) e`,
        { bind: [production, ids] },
      ).catch((error: unknown) =>
        log.warn({ err: error }, 'take events are stored, but open windows could not be told'),
      );
    }
  }, GATHER_MS).unref();
}
