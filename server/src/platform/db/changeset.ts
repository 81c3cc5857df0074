import type { Sequelize, Transaction } from 'sequelize';

/** Runs work in one transaction whose changes carry a change-set id and who made them. */
export function inChangeSet<T>(
  db: Sequelize,
  who: { changeSetId: string | null; actor: string },
  work: (transaction: Transaction) => Promise<T>,
): Promise<T> {
  return db.transaction(async (transaction) => {
    await db.query(`SELECT set_config('kavrell.change_set', $1, true), set_config('kavrell.actor', $2, true)`, {
      bind: [who.changeSetId ?? '', who.actor],
      transaction,
    });
    return work(transaction);
  });
}

/** Holds the rules that wait for the end of a transaction (numbers that change places), so that a breach is told in words. */
export async function rulesNow(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query('SET CONSTRAINTS ALL IMMEDIATE', { transaction });
}
