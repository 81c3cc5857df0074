import { QueryTypes, type Transaction } from 'sequelize';
import type { Context } from '../platform/context.ts';
import { HttpProblem } from '../platform/problems.ts';

/** The last number given out of each range: as it was counted, or as papers that were brought in say. A range outlives the jobs it was used on. */
const LAST = `
SELECT prefix, max(last)::int AS last FROM (
  SELECT prefix, last FROM number_ranges UNION ALL SELECT prefix, max(count) FROM money_papers GROUP BY prefix
) AS used GROUP BY prefix ORDER BY prefix`;

export function lastNumbers(
  { db }: Context,
  transaction: Transaction | null = null,
): Promise<{ prefix: string; last: number }[]> {
  return db.query<{ prefix: string; last: number }>(LAST, { type: QueryTypes.SELECT, transaction });
}

/** From here on until the transaction ends nobody else gives out a number, or issues a paper. */
export async function holdNumbers({ db }: Context, transaction: Transaction): Promise<void> {
  await db.query('LOCK TABLE number_ranges IN EXCLUSIVE MODE', { transaction });
}

/**
 * Gives out the next number of a range, or the one that is asked for where nobody had it: numbers go up and none is given twice, also when two ask at once. What is not
 * issued in the end gives its number back with the transaction.
 */
export async function takeNumber(
  context: Context,
  prefix: string,
  asked: number | null,
  transaction: Transaction,
): Promise<number> {
  await holdNumbers(context, transaction);
  const last = (await lastNumbers(context, transaction)).find((r) => r.prefix === prefix)?.last ?? 0;
  if (asked !== null && asked <= last)
    throw new HttpProblem(
      409,
      'numberUsed',
      `Number ${prefix}${asked} can’t be given: numbers up to ${prefix}${last} are used, and none is given twice. The next is ${prefix}${last + 1}.`,
    );
  const count = asked ?? last + 1;
  await context.db.query(
    'INSERT INTO number_ranges (prefix, last) VALUES ($1, $2) ON CONFLICT (prefix) DO UPDATE SET last = EXCLUDED.last',
    { bind: [prefix, count], transaction },
  );
  return count;
}
