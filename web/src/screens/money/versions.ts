import { ESTIMATE_DEFAULTS, type Estimate } from '@kavrell/core/money';
import type { MoneyRows } from '@kavrell/core/productions';
import { bare, positionAfter } from '@kavrell/core/records';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { openVersion } from './useMoney.ts';

type Fields = Omit<Estimate, 'id' | 'productionId' | 'version' | 'deletedAt' | 'position'>;

/** A new version beside those there are: the first one is the one the job is done by. Lines that were typed for the one it is `like` go along. */
export function addVersion(
  productionId: string,
  rows: Pick<MoneyRows, 'estimates' | 'estimateLines'>,
  values: Partial<Fields> & Pick<Fields, 'name'>,
  like: Estimate | null = null,
): void {
  const id = newId();
  const fields = like ? bare(like) : ESTIMATE_DEFAULTS;
  const typed = like ? rows.estimateLines.filter((l) => l.estimateId === like.id) : [];
  void change(productionId, `A version: ${values.name}`, [
    {
      ...{ op: 'insert' as const, table: 'estimates' as const, id },
      values: {
        ...{ ...fields, ...values, chosen: rows.estimates.length === 0 },
        position: positionAfter(rows.estimates),
      },
    },
    ...typed.map((l) => ({
      ...{ op: 'insert' as const, table: 'estimateLines' as const },
      values: { ...bare(l), estimateId: id },
    })),
  ]);
  openVersion(id);
}

/** Makes a version the one the job is done by. */
export function chooseVersion(productionId: string, all: readonly Estimate[], id: string, name: string): void {
  const ops = all
    .filter((e) => e.chosen !== (e.id === id))
    .map((row) => ({ op: 'update' as const, table: 'estimates' as const, row, values: { chosen: row.id === id } }));
  void change(productionId, `The job is done by “${name}”`, ops);
}
