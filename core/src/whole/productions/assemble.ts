import type { Production } from '../../about/brief/index.ts';
import { sortRows } from '../../base/records/index.ts';
import { inSceneOrder } from '../../rooms/scenes/index.ts';
import { TABLES } from '../tables/index.ts';
import { ROW_TABLES, type ProductionRows, type RowTable } from './rows.ts';

type Tables = Omit<ProductionRows, 'production'>;
type Rows = readonly unknown[];

/**
 * Puts the rows of a production together, each table in its order (shots in that of their scenes). Given the same rows of a table again it
 * gives the same list back, so that what follows from a table is worked out anew only when that table changed.
 */
export class Assembler {
  private read: Partial<Record<RowTable, Rows>> = {};
  private readonly stands: Partial<Record<RowTable, Rows>> = {};
  private whole: ProductionRows | null = null;

  rows(production: Production, read: Readonly<Record<RowTable, Rows>>): ProductionRows {
    let changed = this.whole?.production !== production;
    for (const table of ROW_TABLES) {
      const same = this.read[table] === read[table] && (table !== 'shots' || this.read.scenes === read.scenes);
      if (same) continue;
      changed = true;
      this.stands[table] =
        table === 'shots'
          ? inSceneOrder(read.shots as Tables['shots'], read.scenes as Tables['scenes'])
          : sortRows(TABLES[table], read[table]);
    }
    this.read = read;
    if (changed || !this.whole) this.whole = { production, ...(this.stands as Tables) };
    return this.whole;
  }
}
