import type { CSSProperties } from 'react';
import type { Row as TableRowModel } from '@tanstack/react-table';
import type { Virtualizer } from '@tanstack/react-virtual';
import type { Column } from './column.ts';
import type { Cell, CellRange } from './range.ts';
import type { Line } from './tableLines.ts';
import { TableRow, type RowActions } from './TableRow.tsx';

/** From which column to which a row is chosen; the same numbers for rows that are not. */
const chosenIn = (range: CellRange | null, row: number) =>
  range && row >= range.top && row <= range.bottom
    ? { chosenFrom: range.left, chosenTo: range.right }
    : { chosenFrom: -1, chosenTo: -1 };

/** How high a row is while it says one line, pixels. */
export const ROW_PX = 33;

/** The rows of a table that are in view, and the headings above some. */
export function TableBody<R extends { id: string }>({
  lines,
  shown,
  virtual,
  columns,
  rowStyle,
  selectedId,
  active,
  range,
  editing,
  problem,
  actions,
  tall,
}: {
  lines: readonly Line[];
  shown: readonly TableRowModel<R>[];
  virtual: Virtualizer<HTMLDivElement, Element>;
  columns: readonly Column<R>[];
  rowStyle: CSSProperties;
  selectedId: string | null | undefined;
  active: Cell;
  /** The cells that are chosen, while there is more than one. */
  range: CellRange | null;
  editing: { rowId: string; column: string; typed?: string } | null;
  problem: string;
  actions: RowActions<R>;
  tall: boolean;
}) {
  return (
    <div className="table-body" role="rowgroup" style={{ height: virtual.getTotalSize(), position: 'relative' }}>
      {virtual.getVirtualItems().map((item) => {
        const line = lines[item.index];
        if (!line) return null;
        if ('title' in line)
          return (
            <div
              key={`group ${line.title}`}
              className="table-group"
              role="row"
              style={{ position: 'absolute', top: item.start, left: 0, right: 0, height: ROW_PX }}
            >
              <strong role="gridcell">{line.title}</strong>
              <span role="gridcell">{line.note}</span>
            </div>
          );
        const index = line.row;
        const row = shown[index];
        if (!row) return null;
        return (
          <TableRow<R>
            key={row.id}
            row={row.original}
            index={index}
            ariaIndex={item.index + 2}
            columns={columns}
            style={rowStyle}
            top={item.start}
            height={ROW_PX}
            measure={tall ? virtual.measureElement : undefined}
            line={item.index}
            selected={row.getIsSelected() || row.original.id === selectedId}
            active={active.row === index ? active.column : -1}
            {...chosenIn(range, index)}
            editing={editing?.rowId === row.id ? editing.column : null}
            typed={editing?.rowId === row.id ? (editing.typed ?? null) : null}
            problem={editing?.rowId === row.id ? problem : ''}
            actions={actions}
          />
        );
      })}
    </div>
  );
}
