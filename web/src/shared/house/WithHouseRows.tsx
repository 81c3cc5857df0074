import type { ReactNode } from 'react';
import type { RowOf, TableName } from '@kavrell/core/tables';
import { Trouble } from '../../app/Trouble.tsx';
import { useTables } from '../../platform/rows.ts';
import { Loading } from '../../ui/parts.tsx';
import { useHouseId } from '../kit/house.ts';

type Lists<T extends TableName> = { readonly [K in T]: readonly RowOf<K>[] };

/** Rows that stand apart from all jobs, once they are read: asked for only where they are looked at. */
export function WithHouseRows<T extends TableName>({
  tables,
  what,
  children,
}: {
  tables: readonly T[];
  what: string;
  children: (rows: Lists<T>) => ReactNode;
}) {
  const house = useHouseId();
  if (house.error) return <Trouble error={house.error} again={house.again} />;
  if (house.id === null) return <Loading what={what} />;
  return (
    <Read houseId={house.id} tables={tables} what={what}>
      {children}
    </Read>
  );
}

function Read<T extends TableName>({
  houseId,
  tables,
  what,
  children,
}: {
  houseId: string;
  tables: readonly T[];
  what: string;
  children: (rows: Lists<T>) => ReactNode;
}) {
  const { rows, queries } = useTables(houseId, tables);
  const failed = queries.find((q) => q.isError && !q.data);
  if (failed) return <Trouble error={failed.error} again={() => void failed.refetch()} />;
  if (queries.some((q) => !q.data)) return <Loading what={what} />;
  return children(rows);
}
