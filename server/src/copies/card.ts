import type { Card } from '@kavrell/core/copies';
import type { Context } from '../platform/context.ts';
import { HttpProblem } from '../platform/problems.ts';

/** A card of this production; refused in words when there is none. */
export async function cardOf({ models }: Context, productionId: string, id: string): Promise<Card> {
  const row = await models.cards.findOne({ where: { id, productionId, deletedAt: null } });
  if (!row) throw new HttpProblem(404, 'card', 'There is no such card in this production.');
  return row;
}
