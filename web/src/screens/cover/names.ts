import type { ProductionRows } from '@kavrell/core/productions';

/** What hangs on a shared thing, by name. */
export const thingNames =
  (rows: Pick<ProductionRows, 'cameras' | 'soundBoxes' | 'soundSources'>) =>
  (kind: 'camera' | 'box' | 'source', id: string): string =>
    (kind === 'camera'
      ? rows.cameras.find((c) => c.id === id)?.letter
      : (kind === 'box' ? rows.soundBoxes : rows.soundSources).find((x) => x.id === id)?.name) ??
    'something that is gone';
