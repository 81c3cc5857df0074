import type { Production } from '../../about/brief/index.ts';
import { inSceneOrder } from '../../rooms/scenes/index.ts';
import type { ProductionRows } from './rows.ts';

type Tables = Omit<ProductionRows, 'production'>;
export type RowTable = keyof Tables;
type Rows = readonly unknown[];

const asRead = <T>(rows: readonly T[]): readonly T[] => rows;
const byPosition = <T extends { position: number }>(rows: readonly T[]): readonly T[] =>
  [...rows].sort((a, b) => a.position - b.position);

/** How the rows of each table stand. A table that is not here is none of a production’s: the compiler sees to it. */
const ORDER: { readonly [T in RowTable]: (rows: Tables[T]) => Tables[T] } = {
  days: (rows) => [...rows].sort((a, b) => a.number - b.number),
  places: asRead,
  moves: asRead,
  rooms: byPosition,
  circuits: byPosition,
  placeFacts: byPosition,
  carts: byPosition,
  people: asRead,
  engagements: asRead,
  cameras: (rows) => [...rows].sort((a, b) => (a.letter < b.letter ? -1 : 1)),
  lenses: byPosition,
  soundBoxes: byPosition,
  soundSources: byPosition,
  links: byPosition,
  soundRoutes: byPosition,
  prompts: byPosition,
  faults: byPosition,
  setups: asRead,
  relights: asRead,
  lightKit: asRead,
  scenes: byPosition,
  shots: asRead,
  dayItems: asRead,
  savedOrders: byPosition,
  deliverables: byPosition,
  asks: byPosition,
  signOffs: byPosition,
  revisions: asRead,
  consents: asRead,
  pictures: byPosition,
  palettes: byPosition,
  tracks: byPosition,
  pins: asRead,
  shotLinks: asRead,
  waivers: asRead,
  slots: asRead,
  looks: asRead,
  frozenSheets: asRead,
  sheetReads: asRead,
  rentals: byPosition,
  risks: byPosition,
  rehearsalNotes: byPosition,
  drives: asRead,
  cards: asRead,
  clocks: byPosition,
  jams: asRead,
  clips: asRead,
  copyJobs: asRead,
  copyFiles: asRead,
  releases: asRead,
  takeEvents: asRead,
};
/** Every table of a production’s rows, but the production itself. */
export const ROW_TABLES = Object.keys(ORDER) as readonly RowTable[];

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
          : (ORDER[table] as (rows: Rows) => Rows)(read[table]);
    }
    this.read = read;
    if (changed || !this.whole) this.whole = { production, ...(this.stands as Tables) };
    return this.whole;
  }
}
