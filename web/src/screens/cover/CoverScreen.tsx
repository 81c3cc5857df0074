import { inputsWanted } from '@kavrell/core/cover';
import type { Day } from '@kavrell/core/day';
import { cuesOfDay } from '@kavrell/core/holds';
import type { ProductionRows } from '@kavrell/core/productions';
import { formatCount, formatRunning } from '@kavrell/core/units';
import { NoDay } from '../../app/NoDay.tsx';
import { useProduction } from '../../app/production.tsx';
import { useKept } from '../../platform/kept.ts';
import { useOnset } from '../../shared/roll/onset.ts';
import { useCoverage, type Covered } from '../../shared/cover/coverage.ts';
import { ScreenHead } from '../../ui/parts.tsx';
import { Views } from '../../ui/Views.tsx';
import { CablesView } from './CablesView.tsx';
import { CuesView } from './CuesView.tsx';
import { MomentsView } from './MomentsView.tsx';
import { RoundsView } from './RoundsView.tsx';
import { thingNames } from './names.ts';

const VIEWS = ['moments', 'rounds', 'cues', 'plugged'] as const;

/** Who and what holds each moment, what one failure loses, who looks after what runs alone, what is called when, and what is plugged where. */
export function CoverScreen() {
  const { rows, day } = useProduction();
  const [view, setView] = useKept<(typeof VIEWS)[number]>('cover', [...VIEWS]);
  const covered = useCoverage();
  const onset = useOnset(1000);
  const toLay = rows.cables.filter((c) => c.state === '').length;
  return (
    <>
      <ScreenHead title={TITLES[view]({ rows, day, covered })}>
        <Views
          label="Cover"
          views={[
            ['moments', 'Moments'],
            ['rounds', 'Rounds'],
            ['cues', 'Cues', inputsWanted(rows.sharedThings, thingNames(rows)).length],
            ['plugged', 'Plugged where', toLay],
          ]}
          open={view}
          onOpen={setView}
        />
      </ScreenHead>
      {view === 'plugged' ? (
        <CablesView />
      ) : !day || !covered || !onset ? (
        <NoDay>Cover asks who has each moment of a day, and what one failure loses.</NoDay>
      ) : view === 'moments' ? (
        <MomentsView covered={covered} onset={onset} />
      ) : view === 'rounds' ? (
        <RoundsView covered={covered} onset={onset} />
      ) : (
        <CuesView day={day} onset={onset} />
      )}
    </>
  );
}

interface Asked {
  rows: ProductionRows;
  day: Day | null;
  covered: Covered | null;
}

/** The answer of each view, not the name of the screen. */
const TITLES: Readonly<Record<(typeof VIEWS)[number], (of: Asked) => string>> = {
  moments: ({ covered }) => {
    if (!covered || covered.coverage.moments.length === 0) return 'Cover';
    const { open, single } = covered.failures;
    if (open.length > 0) return `${formatCount(open.length, 'thing')} wanted that nobody has`;
    if (single.length === 0) return 'No single failure loses a moment';
    return `${formatCount(single.length, 'single failure')} would lose something`;
  },
  rounds: ({ covered }) => {
    const alone = covered?.coverage.lanes.filter((l) => l.kind === 'picture' && l.who.includes('alone')) ?? [];
    return alone.length === 0 ? 'No camera runs alone' : `${alone.map((l) => l.name).join(', ')} run alone`;
  },
  cues: ({ rows, day }) => {
    const timed = day ? cuesOfDay(rows.cues, day) : [];
    const overS = Math.max(0, ...timed.map((t) => t.overS ?? 0));
    if (timed.length === 0) return 'No cue yet';
    return overS > 0
      ? `${formatRunning(overS * 1000)} over by the plan`
      : `${formatCount(timed.length, 'cue')}, none over by the plan`;
  },
  plugged: ({ rows }) => {
    const toLay = rows.cables.filter((c) => c.state === '').length;
    if (rows.cables.length === 0) return 'No cable yet';
    return toLay === 0
      ? `All ${formatCount(rows.cables.length, 'cable')} laid or taken up`
      : `${toLay} of ${formatCount(rows.cables.length, 'cable')} to lay`;
  },
};
