import type { PLAN_TABLES } from '@kavrell/contract';
import type { ProductionRows } from '@kavrell/core/productions';

type Rows = Pick<ProductionRows, (typeof PLAN_TABLES)[number]>;
/** A production's plan as rows, table by table. */
export type DemoPlan = { production: ProductionRows['production'] } & {
  -readonly [K in keyof Rows]: Rows[K][number][];
};

export type MakeRow = <T extends object>(
  fields: T,
) => { id: string; productionId: string; version: number; deletedAt: null } & T;

/** Makes rows of one production with ids of their own. */
export function rowMaker(newId: () => string, productionId: string): MakeRow {
  return (fields) => ({ id: newId(), productionId, version: 1, deletedAt: null, ...fields });
}

/** A plan with nothing in it. */
export function emptyPlan(production: DemoPlan['production']): DemoPlan {
  return {
    production,
    places: [],
    moves: [],
    rooms: [],
    circuits: [],
    placeFacts: [],
    carts: [],
    lightKit: [],
    days: [],
    people: [],
    engagements: [],
    cameras: [],
    lenses: [],
    soundBoxes: [],
    soundSources: [],
    links: [],
    soundRoutes: [],
    prompts: [],
    faults: [],
    setups: [],
    relights: [],
    deliverables: [],
    asks: [],
    signOffs: [],
    revisions: [],
    consents: [],
    scenes: [],
    shots: [],
    dayItems: [],
    savedOrders: [],
    pictures: [],
    palettes: [],
    tracks: [],
    pins: [],
    shotLinks: [],
    waivers: [],
    slots: [],
    looks: [],
    frozenSheets: [],
    rentals: [],
    risks: [],
    rehearsalNotes: [],
    drives: [],
    cards: [],
    clocks: [],
    jams: [],
  };
}

/** Minutes from midnight. */
export const at = (hours: number, minutes = 0): number => hours * 60 + minutes;
