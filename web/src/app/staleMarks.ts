import { useMemo } from 'react';
import type { ProductionRows } from '@kavrell/core/productions';
import { leansOf, staleMarks, type StaleMark } from '@kavrell/core/stale';
import { useFacetChanges } from '../platform/stale.ts';

const NOTHING_STALE: ReadonlyMap<string, StaleMark> = new Map();

/** What is stale, since when and why, by id, and the latest change known to the server; nothing for others than the owner. */
export function useStaleMarks(
  rows: ProductionRows | null,
  productionId: string,
  isOwner: boolean,
): { stale: ReadonlyMap<string, StaleMark>; lastChangeMs: number } {
  const { changes, births } = useFacetChanges(productionId, isOwner);
  const stale = useMemo<ReadonlyMap<string, StaleMark>>(
    () =>
      rows && changes.length
        ? staleMarks({
            leans: leansOf(rows),
            changes,
            births,
            looks: rows.looks,
            paper: new Set(rows.frozenSheets.map((s) => s.id)),
          })
        : NOTHING_STALE,
    [
      changes,
      births,
      rows?.production.id,
      rows?.scenes,
      rows?.setups,
      rows?.shots,
      rows?.palettes,
      rows?.pins,
      rows?.frozenSheets,
      rows?.soundSources,
      rows?.prompts,
      rows?.looks,
    ],
  );
  return { stale, lastChangeMs: changes.at(-1)?.atMs ?? 0 };
}
