import type { ReactNode } from 'react';
import type { BookDay, BookSetup } from '@kavrell/core/book';
import { Trouble } from '../../app/Trouble.tsx';
import { useRows } from '../../platform/rows.ts';
import { Loading } from '../../ui/parts.tsx';
import { useHouseId } from '../kit/house.ts';

export interface Book {
  setups: readonly BookSetup[];
  days: readonly BookDay[];
}

/** What was kept of former jobs, once it is read: it stands in the house, and is asked for only where it is looked into. */
export function WithBook({ children }: { children: (book: Book) => ReactNode }) {
  const house = useHouseId();
  if (house.error) return <Trouble error={house.error} again={house.again} />;
  return house.id === null ? <Loading what="the book" /> : <Read houseId={house.id}>{children}</Read>;
}

function Read({ houseId, children }: { houseId: string; children: (book: Book) => ReactNode }) {
  const setups = useRows(houseId, 'bookSetups');
  const days = useRows(houseId, 'bookDays');
  const failed = [setups, days].find((r) => r.query.isError && !r.query.data);
  if (failed) return <Trouble error={failed.query.error} again={() => void failed.query.refetch()} />;
  if (!setups.query.data || !days.query.data) return <Loading what="the book" />;
  return children({ setups: setups.rows, days: days.rows });
}
