import type { Production } from '../../about/brief/index.ts';
import { sortRows } from '../../base/records/index.ts';
import { inSceneOrder } from '../../rooms/scenes/index.ts';
import { TABLES } from '../tables/index.ts';
import { isTimedTable, onTheirDays } from './typedTimes.ts';
import { ROW_TABLES, type ProductionRows, type RowTable } from './rows.ts';

type Tables = Omit<ProductionRows, 'production'>;
type Rows = readonly unknown[];

/**
 * Puts the rows of a production together, each table in its order (shots in that of their scenes), times as elapsed minutes of their day. Given the same rows of a table again it
 * gives the same list back, so that what follows from a table is worked out anew only when that table changed.
 */
export class Assembler {
  private read: Partial<Record<RowTable, Rows>> = {};
  private readonly sorted: Partial<Record<RowTable, Rows>> = {};
  private readonly stands: Partial<Record<RowTable, Rows>> = {};
  private whole: ProductionRows | null = null;

  rows(production: Production, read: Readonly<Record<RowTable, Rows>>): ProductionRows {
    let changed = this.whole?.production !== production;
    for (const table of ROW_TABLES) {
      const same = this.read[table] === read[table] && (table !== 'shots' || this.read.scenes === read.scenes);
      if (!same)
        this.sorted[table] =
          table === 'shots'
            ? inSceneOrder(read.shots as Tables['shots'], read.scenes as Tables['scenes'])
            : sortRows(TABLES[table], read[table]);
      const stands = this.timed(table, read);
      if (stands === this.stands[table]) continue;
      changed = true;
      this.stands[table] = stands;
    }
    this.read = read;
    if (changed || !this.whole) this.whole = { production, ...(this.stands as Tables) };
    return this.whole;
  }

  /** The sorted rows of a table with their times as elapsed minutes; the list that stands when every row of it is the same. */
  private timed(table: RowTable, read: Readonly<Record<RowTable, Rows>>): Rows {
    const sorted = this.sorted[table] ?? [];
    if (!isTimedTable(table)) return sorted;
    const rows = onTheirDays(
      table,
      sorted as readonly object[],
      read.days as Tables['days'],
      read.scenes as Tables['scenes'],
    );
    const stands = this.stands[table];
    return stands?.length === rows.length && rows !== sorted && rows.every((row, i) => row === stands[i])
      ? stands
      : rows;
  }
}
