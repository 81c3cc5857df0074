import type { ReactNode } from 'react';
import { useKeptView } from '../../platform/kept.ts';
import { ScreenHead } from '../../ui/parts.tsx';
import { Views } from '../../ui/Views.tsx';
import { ChangesView } from './ChangesView.tsx';
import { EstimateView } from './EstimateView.tsx';
import { PapersView } from './PapersView.tsx';
import { RatesView } from './RatesView.tsx';
import { SpentView } from './SpentView.tsx';
import { UsageView } from './UsageView.tsx';
import { VersionsView } from './VersionsView.tsx';

const VIEWS = [
  ['estimate', 'Estimate'],
  ['versions', 'Versions'],
  ['usage', 'Usage'],
  ['changes', 'Changes'],
  ['papers', 'Quote and invoice'],
  ['spent', 'Spent'],
  ['rates', 'Rates'],
] as const;
type View = (typeof VIEWS)[number][0];
const OF: Readonly<Record<View, (open: (view: View) => void) => ReactNode>> = {
  estimate: (open) => <EstimateView toRates={() => open('rates')} />,
  versions: (open) => <VersionsView toEstimate={() => open('estimate')} />,
  usage: () => <UsageView />,
  changes: () => <ChangesView />,
  papers: () => <PapersView />,
  spent: () => <SpentView />,
  rates: () => <RatesView />,
};

/** What the job costs, what it brings, and what changed on the way. Nobody but the owner sees it. */
export function MoneyScreen() {
  const [view, setView] = useKeptView<View>('money', VIEWS);
  return (
    <>
      <ScreenHead title="Money">
        <Views label="Money" views={VIEWS} open={view} onOpen={setView} />
      </ScreenHead>
      {OF[view](setView)}
    </>
  );
}
