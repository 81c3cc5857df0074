import { useMemo } from 'react';
import { coverageOf, failuresOf, type Coverage, type CoverSources, type Failures } from '@kavrell/core/holds';
import { usePlanned } from '../../app/production.tsx';

export interface Covered {
  sources: CoverSources;
  coverage: Coverage;
  failures: Failures;
}

/** Who has each moment of the open day, and what one failure loses; null without a day. Worked out anew only when its own rows change. */
export function useCoverage(): Covered | null {
  const { rows, timed } = usePlanned();
  const { cameras, people, soundSources, soundBoxes, soundRoutes, links, sharedThings } = rows;
  return useMemo(() => {
    if (!timed) return null;
    const sources = { plan: timed, cameras, people, soundSources, soundBoxes, soundRoutes, links, sharedThings };
    const coverage = coverageOf(sources);
    return { sources, coverage, failures: failuresOf(coverage) };
  }, [timed, cameras, people, soundSources, soundBoxes, soundRoutes, links, sharedThings]);
}
