import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { readLineSounds } from '@kavrell/contract';
import { dayLine, lineClips, type DayLine } from '@kavrell/core/dayline';
import type { Day } from '@kavrell/core/day';
import type { LineRun, LineSound } from '@kavrell/core/lineup';
import { useProduction } from '../../app/production.tsx';
import { call } from '../../platform/api.ts';
import { useSome } from '../../platform/some.ts';

const CLIP_PARTS = ['production', 'days', 'cameras', 'cards', 'clips', 'clocks', 'jams'] as const;
const PARTS = [...CLIP_PARTS, 'lineRuns', 'lineFinds', 'handLines'] as const;

/** The line of a day, worked out anew only when its own rows change: clips stay as they were while a run finds more of them. */
export function useDayLine(day: Day, sounds: ReadonlyMap<string, LineSound>): DayLine {
  const { rows, facts } = useProduction();
  const takes = facts?.takes;
  const ofClips = useSome(rows, CLIP_PARTS);
  const some = useSome(rows, PARTS);
  const clips = useMemo(() => lineClips({ ...ofClips, takes: takes ?? [] }), [ofClips, takes]);
  return useMemo(
    () => dayLine({ ...some, takes: takes ?? [], sounds }, day.id, clips),
    [some, takes, sounds, day.id, clips],
  );
}

/** So many clips more are worth reading the list of them again. */
const STEP = 8;

/** What runs read of clips, by clip; read again whenever a run has come on a little, and when it ends. */
export function useLineSounds(productionId: string, runs: readonly LineRun[]): ReadonlyMap<string, LineSound> {
  const done = runs.reduce(
    (sum, r) => sum + Math.floor(r.doneFiles / STEP) + (r.totalPairs > 0 ? 1 : 0) + (r.endedAtMs === null ? 0 : 1),
    0,
  );
  const { data } = useQuery({
    queryKey: ['lineSounds', productionId, done],
    queryFn: () => call(readLineSounds, { params: { productionId } }),
    placeholderData: (before) => before,
    staleTime: Infinity,
  });
  return useMemo(() => new Map((data ?? []).map((s) => [s.clipId, s])), [data]);
}
