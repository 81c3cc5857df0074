import type { CSSProperties } from 'react';
import type { Column } from './column.ts';

/** The headings of a table: a press sorts by one. */
export function TableHead<R>({
  columns,
  style,
  sortedBy,
  sort,
}: {
  columns: readonly Column<R>[];
  style: CSSProperties;
  sortedBy: (columnId: string) => 'asc' | 'desc' | false;
  sort: (columnId: string) => void;
}) {
  return (
    <div className="table-row table-head" role="row" style={style}>
      {columns.map((c) => {
        const sorted = sortedBy(c.id);
        return (
          <div
            key={c.id}
            className={`table-cell${c.end ? ' end' : ''}`}
            role="columnheader"
            aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
          >
            <button type="button" onClick={() => sort(c.id)} title={`Sort by ${c.header}`}>
              {c.header}
              {sorted ? (sorted === 'asc' ? ' ↑' : ' ↓') : ''}
            </button>
          </div>
        );
      })}
    </div>
  );
}
