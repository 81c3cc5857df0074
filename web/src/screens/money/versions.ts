import { ESTIMATE_DEFAULTS, type Estimate } from '@kavrell/core/money';
import { positionAfter } from '@kavrell/core/records';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { openVersion } from './useMoney.ts';

type Fields = Omit<Estimate, 'id' | 'productionId' | 'version' | 'deletedAt' | 'position'>;

/** A new version beside those there are: the first one is the one the job is done by. What is typed for each line of one goes along with `like`. */
export function addVersion(
  productionId: string,
  all: readonly Estimate[],
  values: Partial<Fields> & Pick<Fields, 'name'>,
  like: Estimate | null = null,
): void {
  const id = newId();
  const {
    id: _id,
    productionId: _p,
    version: _v,
    deletedAt: _d,
    ...copied
  } = like ?? { ...ESTIMATE_DEFAULTS, id, productionId, version: 1, deletedAt: null };
  void change(productionId, `A version: ${values.name}`, [
    {
      ...{ op: 'insert' as const, table: 'estimates' as const, id },
      values: { ...copied, ...values, chosen: all.length === 0, position: positionAfter(all) },
    },
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
