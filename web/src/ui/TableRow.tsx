import { memo, type CSSProperties, type MouseEvent } from 'react';
import { CellEditor } from './CellEditor.tsx';
import type { Column } from './column.ts';

/** What a row asks of its table. One object for the table's life, so that rows need not be drawn again for it. */
export interface RowActions<R> {
  press: (row: R, index: number, column: number, event: MouseEvent) => void;
  open: (row: R, column: Column<R>) => void;
  take: (row: R, column: Column<R>, text: string, then: 'stay' | 'down' | 'right') => void;
  cancel: () => void;
}

interface Props<R> {
  row: R & { id: string };
  index: number;
  ariaIndex: number;
  columns: readonly Column<R>[];
  style: CSSProperties;
  top: number;
  height: number;
  /** Takes the row’s own height, where rows are as high as what they say. */
  measure?: ((element: Element | null) => void) | undefined;
  /** Which line of the table it is, headings of groups counted. */
  line: number;
  selected: boolean;
  /** The active column, when it is in this row; else -1. */
  active: number;
  /** From which column to which it is chosen; -1 for none. */
  chosenFrom: number;
  chosenTo: number;
  /** The column being edited, when it is in this row. */
  editing: string | null;
  /** What the first key of the edit said, in the place of what stands there. */
  typed: string | null;
  problem: string;
  actions: RowActions<R>;
}

function Row<R>({
  row,
  index,
  ariaIndex,
  columns,
  style,
  top,
  height,
  measure,
  line,
  selected,
  active,
  chosenFrom,
  chosenTo,
  editing,
  typed,
  problem,
  actions,
}: Props<R>) {
  return (
    <div
      className="table-row"
      role="row"
      aria-rowindex={ariaIndex}
      aria-selected={selected}
      data-row={row.id}
      data-index={line}
      ref={measure}
      style={{
        ...style,
        position: 'absolute',
        top,
        left: 0,
        right: 0,
        ...(measure ? { minHeight: height } : { height }),
      }}
    >
      {columns.map((c, at) => {
        const open = editing === c.id && c.edit;
        return (
          <div
            key={c.id}
            className={`table-cell${c.end ? ' end' : ''}`}
            role="gridcell"
            tabIndex={at === active ? 0 : -1}
            data-at={`${index}:${at}`}
            data-column={c.id}
            aria-selected={at >= chosenFrom && at <= chosenTo ? true : undefined}
            // Choosing up to a cell marks no words on the way.
            onMouseDown={(e) => e.shiftKey && !open && e.preventDefault()}
            // What is too long for its column shows whole on pointing; the side sheet has it too.
            title={wholeOf(c.value(row))}
            onClick={(e) => !open && actions.press(row, index, at, e)}
            onDoubleClick={() => actions.open(row, c)}
          >
            {open ? (
              <CellEditor
                label={`${c.header} of this row`}
                start={typed ?? open.get(row)}
                typed={typed !== null}
                options={open.options}
                problem={problem}
                take={(text, then) => actions.take(row, c, text, then)}
                cancel={actions.cancel}
              />
            ) : (
              (c.render?.(row) ?? <span>{c.value(row)}</span>)
            )}
          </div>
        );
      })}
    </div>
  );
}

/** A text that a narrow column may cut. */
const wholeOf = (value: unknown) => (typeof value === 'string' && value.length > 16 ? value : undefined);

/** A row of the table, drawn anew only when something of its own changes. */
export const TableRow = memo(Row) as typeof Row;
