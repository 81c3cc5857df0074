import { lazy, useEffect, useState } from 'react';
import { Navigate, useParams } from 'react-router';
import type { Me } from '@kavrell/contract';
import { screenLink } from '../app/links.ts';
import { ProductionProvider } from '../app/production.tsx';
import { Guard } from '../app/Trouble.tsx';
import { noteOpened } from '../platform/opened.ts';
import { Frame } from './frame/Frame.tsx';
import { SCREENS, componentOf, type ScreenEntry } from './screens.ts';

const ReaderPage = lazy(() => import('../screens/callsheet/ReaderPage.tsx').then((m) => ({ default: m.ReaderPage })));

/** Which component it is stays as it was at the first drawing: another one would forget what the screen holds. */
function Screen({ entry }: { entry: ScreenEntry }) {
  const [Component] = useState(() => componentOf(entry));
  return <Component />;
}

/** The production in the address, on the screen in the address, for whoever may see it. */
export function OpenProduction({ me }: { me: Me }) {
  const { productionId = '', day = '0', screen = 'day' } = useParams();
  const entry = SCREENS.find((s) => s.path === screen && s.roles.includes(me.role));
  useEffect(() => noteOpened(productionId), [productionId]);
  if (me.role === 'read')
    return (
      <Guard name="call sheet">
        <ReaderPage productionId={productionId} />
      </Guard>
    );
  if (!entry) {
    const first = SCREENS.find((s) => s.roles.includes(me.role) && (me.role !== 'owner' || s.path === 'day'));
    return <Navigate to={screenLink(productionId, Number(day), first?.path ?? 'call-sheet')} replace />;
  }
  return (
    <ProductionProvider me={me} productionId={productionId} dayNumber={Number(day) || null}>
      <Frame path={entry.path} title={entry.title}>
        <Screen key={entry.path} entry={entry} />
      </Frame>
    </ProductionProvider>
  );
}
