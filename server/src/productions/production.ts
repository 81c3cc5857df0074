import { QueryTypes } from 'sequelize';
import type { Production } from '@kavrell/core/brief';
import type { Context } from '../platform/context.ts';
import { HttpProblem } from '../platform/problems.ts';

/** The production, or a problem in words. */
export async function productionOf({ models }: Context, id: string): Promise<Production> {
  const row = await models.productions.findOne({ where: { id, deletedAt: null } });
  if (!row) throw new HttpProblem(404, 'production', 'There is no such production. It may have been deleted.');
  return row;
}

/** Now as this production's day has it: the real clock, or the demo's set one. */
export function nowOf(production: Pick<Production, 'simulatedNowOffsetMs'>): number {
  return Date.now() + (production.simulatedNowOffsetMs ?? 0);
}

const DAY_MS = 86_400_000;
/** A device's clock may be hours wrong, and a day may be logged long after; a year and more is a mistake. */
const BELIEVABLE_MS = 400 * DAY_MS;

/** Refuses a time that can't be meant, by the production's clock. */
export function believableTime(atMs: number, nowMs: number): void {
  if (Math.abs(atMs - nowMs) <= BELIEVABLE_MS) return;
  throw new HttpProblem(
    400,
    'time',
    'This is noted for more than a year before or after now: the clock of the device must be wrong. Set it, then log it anew.',
  );
}

/** Whether this is the production in which stands what is on no job. */
export async function isHouse({ db }: Pick<Context, 'db'>, id: string): Promise<boolean> {
  const rows = await db.query('SELECT 1 FROM house_productions WHERE production_id = $1', {
    bind: [id],
    type: QueryTypes.SELECT,
  });
  return rows.length > 0;
}
