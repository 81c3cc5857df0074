import { usePlanned } from '../../app/production.tsx';
import { useKept } from '../../platform/kept.ts';
import { ScreenHead } from '../../ui/parts.tsx';
import { Views } from '../../ui/Views.tsx';
import { DaysView } from './DaysView.tsx';
import { LogView } from './LogView.tsx';
import { LookView } from './LookView.tsx';
import { StartView } from './StartView.tsx';
import { WantedView } from './WantedView.tsx';

const VIEWS = [
  ['wanted', 'What is wanted'],
  ['look', 'Look'],
  ['days', 'Days'],
  ['log', 'What changed'],
  ['start', 'Paste to start'],
] as const;
type View = (typeof VIEWS)[number][0];

/** What is wanted: the job itself, its look, its days, and how all of that changed. */
export function BriefScreen() {
  const { production } = usePlanned();
  const [view, setView] = useKept<View>('brief', ['wanted', 'look', 'days', 'log', 'start']);
  return (
    <>
      <ScreenHead title="Brief" note={production.title}>
        <Views label="Views of the brief" views={VIEWS} open={view} onOpen={setView} />
      </ScreenHead>
      {view === 'wanted' ? (
        <WantedView />
      ) : view === 'look' ? (
        <LookView />
      ) : view === 'days' ? (
        <DaysView />
      ) : view === 'start' ? (
        <StartView />
      ) : (
        <LogView />
      )}
    </>
  );
}
