import type { Drive } from '@kavrell/core/copies';
import type { Context } from '../platform/context.ts';

/** The drives by their ids, in that order. */
export async function drivesOf({ models }: Context, productionId: string, ids: readonly string[]): Promise<Drive[]> {
  const rows = await models.drives.findAll({
    where: { id: [...ids], productionId, deletedAt: null },
  });
  return ids.flatMap((id) => rows.find((r) => r.id === id) ?? []);
}
