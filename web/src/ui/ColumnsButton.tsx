import { Suspense, lazy, useRef, useState } from 'react';
import { Button } from './Button.tsx';
import type { ColumnChoice } from './chosenColumns.ts';
import type { Column } from './column.ts';

// Comes when it is asked for: most tables are never told otherwise.
const ColumnMenu = lazy(() => import('./ColumnMenu.tsx').then((m) => ({ default: m.ColumnMenu })));

/** Opens the choice of a table’s columns. */
export function ColumnsButton<R>(props: {
  name: string;
  columns: readonly Column<R>[];
  open: readonly Column<R>[];
  choice: ColumnChoice;
  choose: (next: ColumnChoice | null) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const anchor = useRef<HTMLButtonElement>(null);
  return (
    <>
      <Button
        ref={anchor}
        size="small"
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        aria-label={`Columns of ${props.name}`}
        onClick={() => setOpen(!isOpen)}
      >
        Columns
      </Button>
      {isOpen ? (
        <Suspense fallback={null}>
          <ColumnMenu {...(props as Parameters<typeof ColumnMenu>[0])} anchor={anchor} close={() => setOpen(false)} />
        </Suspense>
      ) : null}
    </>
  );
}
