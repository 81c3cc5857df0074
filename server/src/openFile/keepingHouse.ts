import type { Transaction } from 'sequelize';
import type { Context } from '../platform/context.ts';
import { inChangeSet } from '../platform/db/index.ts';

/** A transaction that is no change of anybody’s: it leaves no history and may touch what is otherwise never changed. For bringing in, taking out, really deleting. */
export const keepingHouse = <T>(
  { db }: Pick<Context, 'db'>,
  actor: string,
  work: (transaction: Transaction) => Promise<T>,
): Promise<T> =>
  inChangeSet(db, { changeSetId: null, actor }, async (transaction) => {
    await db.query(`SELECT set_config('kavrell.keeping_house', 'on', true)`, { transaction });
    return work(transaction);
  });
