import type { Transaction } from 'sequelize';
import type { DemoPlan } from '@kavrell/demo';
import { PLAN_TABLES } from '@kavrell/core/tables';
import type { Context } from '../platform/context.ts';

/** Stores a whole plan: one statement a table. */
export async function storePlan({ models }: Context, plan: DemoPlan, transaction: Transaction): Promise<void> {
  await models.productions.create({ ...plan.production }, { transaction });
  for (const table of PLAN_TABLES) {
    await models[table].bulkCreate(plan[table] as unknown as Record<string, unknown>[], { transaction });
  }
}
