import { useDrag } from '@use-gesture/react';
import { useRef, type CSSProperties } from 'react';
import type { Column } from './column.ts';

/** The headings of a table: a press sorts by one, its edge makes it wider (a double press puts it back). */
export function TableHead<R>({
  columns,
  style,
  sortedBy,
  sort,
  widen,
}: {
  columns: readonly Column<R>[];
  style: CSSProperties;
  sortedBy: (columnId: string) => 'asc' | 'desc' | false;
  sort: (columnId: string) => void;
  /** Makes a column so wide; null: as it was made. */
  widen: (columnId: string, px: number | null) => void;
}) {
  return (
    <div className="table-row table-head" role="row" style={style}>
      {columns.map((c) => (
        <Head<R> key={c.id} column={c} sorted={sortedBy(c.id)} sort={sort} widen={widen} />
      ))}
    </div>
  );
}

function Head<R>({
  column: c,
  sorted,
  sort,
  widen,
}: {
  column: Column<R>;
  sorted: 'asc' | 'desc' | false;
  sort: (columnId: string) => void;
  widen: (columnId: string, px: number | null) => void;
}) {
  const cell = useRef<HTMLDivElement>(null);
  const edge = useDrag(
    ({
      movement: [dx],
      memo = cell.current?.offsetWidth ?? 0,
      event,
    }: {
      movement: [number, number];
      memo?: number;
      event: Event;
    }) => {
      event.stopPropagation();
      widen(c.id, memo + dx);
      return memo;
    },
    { filterTaps: true, threshold: 3 },
  );
  return (
    <div
      ref={cell}
      className={`table-cell${c.end ? ' end' : ''}`}
      role="columnheader"
      aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
    >
      <button
        type="button"
        onClick={() => sort(c.id)}
        title={c.hint ? `${c.header}: ${c.hint}` : `Sort by ${c.header}`}
      >
        {c.header}
        {sorted ? (sorted === 'asc' ? ' ↑' : ' ↓') : ''}
      </button>
      <span {...edge()} className="table-edge" aria-hidden onDoubleClick={() => widen(c.id, null)} />
    </div>
  );
}
