import type { ReactNode } from 'react';
import type { BookDay, BookSetup } from '@kavrell/core/book';
import { WithHouseRows } from '../house/WithHouseRows.tsx';

export interface Book {
  setups: readonly BookSetup[];
  days: readonly BookDay[];
}
const TABLES = ['bookSetups', 'bookDays'] as const;

/** What was kept of former jobs, once it is read: it stands in the house, and is asked for only where it is looked into. */
export function WithBook({ children }: { children: (book: Book) => ReactNode }) {
  return (
    <WithHouseRows tables={TABLES} what="the book">
      {({ bookSetups, bookDays }) => children({ setups: bookSetups, days: bookDays })}
    </WithHouseRows>
  );
}
