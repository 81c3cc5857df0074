import type { Transaction } from 'sequelize';
import type { DemoPlan } from '@kavrell/demo';
import type { EditableName } from '@kavrell/contract';
import type { Context } from '../platform/context.ts';

/** Tables in the order in which their rows can be stored: what is pointed to comes first. */
const ORDER = [
  'places',
  'moves',
  'days',
  'people',
  'engagements',
  'cameras',
  'setups',
  'relights',
  'scenes',
  'shots',
  'dayItems',
  'drives',
  'cards',
  'clocks',
  'jams',
] as const satisfies readonly EditableName[];

/** Stores a whole plan: one statement a table. */
export async function storePlan({ models }: Context, plan: DemoPlan, transaction: Transaction): Promise<void> {
  await models.productions.create({ ...plan.production }, { transaction });
  for (const table of ORDER) {
    await models[table].bulkCreate(plan[table] as unknown as Record<string, unknown>[], { transaction });
  }
}
