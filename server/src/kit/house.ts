import { QueryTypes, type Transaction } from 'sequelize';
import { PRODUCTION_DEFAULTS } from '@kavrell/core/brief';
import type { Piece } from '@kavrell/core/kit';
import type { Context } from '../platform/context.ts';
import { inChangeSet } from '../platform/db/index.ts';
import { newId } from '../platform/ids.ts';
import { readRows } from '../rows/index.ts';

const KNOWN = 'SELECT production_id AS id FROM house_productions';

/** The house, where there is one. */
export async function houseIdKnown({ db }: Context, transaction: Transaction | null = null): Promise<string | null> {
  const [row] = await db.query<{ id: string }>(KNOWN, { type: QueryTypes.SELECT, transaction });
  return row?.id ?? null;
}

/**
 * The production in which stands what is on no job: it has undo, history and export like any other, and is on no list of jobs. Made at the first asking; two that ask
 * at once get the same.
 */
export async function houseId(context: Context, actor: string): Promise<string> {
  const there = await houseIdKnown(context);
  if (there !== null) return there;
  const { db, models } = context;
  return inChangeSet(db, { changeSetId: null, actor }, async (transaction) => {
    await db.query('LOCK TABLE house_productions IN EXCLUSIVE MODE', { transaction });
    const meanwhile = await houseIdKnown(context, transaction);
    if (meanwhile !== null) return meanwhile;
    const id = newId();
    await models.productions.create({ ...PRODUCTION_DEFAULTS, id, title: 'Own kit' }, { transaction });
    await db.query('INSERT INTO house_productions (production_id) VALUES ($1)', { bind: [id], transaction });
    return id;
  });
}

/** What one owns; none while nobody began that list. */
export async function piecesOf(context: Context): Promise<Piece[]> {
  const id = await houseIdKnown(context);
  return id === null ? [] : ((await readRows(context, id, 'pieces')) as Piece[]);
}
