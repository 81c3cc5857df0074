import { Suspense, lazy } from 'react';
import { formatDate } from '@kavrell/core/units';
import { NoDay } from '../../app/NoDay.tsx';
import { useProduction } from '../../app/production.tsx';
import { useKept } from '../../platform/kept.ts';
import { Loading, ScreenHead } from '../../ui/parts.tsx';
import { Views } from '../../ui/Views.tsx';
import { InOrder } from './InOrder.tsx';
import { LanesView } from './LanesView.tsx';
import { LeftView } from './LeftView.tsx';
import { OrdersView } from './OrdersView.tsx';
import { ShareView } from './ShareView.tsx';
import { UnitPick, useUnit } from './unit.tsx';

// Its charts are most of what Day would weigh: they come with their view.
const OddsView = lazy(() => import('./OddsView.tsx').then((m) => ({ default: m.OddsView })));

const VIEWS = [
  ['order', 'In order'],
  ['lanes', 'Lanes'],
  ['orders', 'Other orders'],
  ['odds', 'Odds'],
  ['left', 'I have 40 minutes'],
  ['share', 'Share out'],
] as const;
type View = (typeof VIEWS)[number][0];

/** The day: in order, in other orders, with its odds, with forty minutes left, shared out. */
export function DayScreen() {
  const { facts, day } = useProduction();
  const [view, setView] = useKept<View>('day', ['order', 'lanes', 'orders', 'odds', 'left', 'share']);
  const { unit, units, setUnit } = useUnit();
  if (!day || !facts) {
    return (
      <NoDay>A day has a date, a call and a wanted wrap: change them in the brief. Shots are put on it here.</NoDay>
    );
  }
  const tabs = (
    <>
      <Views label="Day" views={VIEWS} open={view} onOpen={setView} />
      {view === 'odds' ? null : <UnitPick unit={unit} units={units} onOpen={setUnit} />}
    </>
  );
  if (view === 'order') return <InOrder day={day} facts={facts} unit={unit} tabs={tabs} />;
  if (view === 'lanes') return <LanesView day={day} facts={facts} unit={unit} tabs={tabs} />;
  const Open = { orders: OrdersView, odds: OddsView, left: LeftView, share: ShareView }[view];
  return (
    <>
      <ScreenHead title={formatDate(day.date, { long: true })}>{tabs}</ScreenHead>
      <Suspense fallback={<Loading what="the view" />}>
        <Open key={unit} />
      </Suspense>
    </>
  );
}
