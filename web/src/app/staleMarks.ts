import { useMemo } from 'react';
import type { ProductionRows } from '@kavrell/core/productions';
import { leansOf, staleMarks, type StaleMark } from '@kavrell/core/stale';
import { useFacetChanges } from '../platform/stale.ts';
import { useSome } from '../platform/some.ts';

const NOTHING_STALE: ReadonlyMap<string, StaleMark> = new Map();

/** What is stale, since when and why, by id, and the latest change known to the server; nothing for others than the owner. */
export function useStaleMarks(
  rows: ProductionRows | null,
  productionId: string,
  isOwner: boolean,
): { stale: ReadonlyMap<string, StaleMark>; lastChangeMs: number } {
  const { changes, births } = useFacetChanges(productionId, isOwner);
  const own = useSome(rows, [
    'production',
    'scenes',
    'setups',
    'shots',
    'palettes',
    'pins',
    'frozenSheets',
    'soundSources',
    'prompts',
    'looks',
  ]);
  const stale = useMemo<ReadonlyMap<string, StaleMark>>(
    () =>
      own && changes.length
        ? staleMarks({
            leans: leansOf(own),
            changes,
            births,
            looks: own.looks,
            paper: new Set(own.frozenSheets.map((s) => s.id)),
          })
        : NOTHING_STALE,
    [own, changes, births],
  );
  return { stale, lastChangeMs: changes.at(-1)?.atMs ?? 0 };
}
