import { useEffect } from 'react';
import { Navigate, useParams } from 'react-router';
import type { Me } from '@kavrell/contract';
import { screenLink } from '../app/links.ts';
import { ProductionProvider } from '../app/production.tsx';
import { Guard } from '../app/Trouble.tsx';
import { noteOpened } from '../platform/opened.ts';
import { Frame } from './frame/Frame.tsx';
import { named } from './code.tsx';
import { SCREENS } from './screens.ts';

const READER = named<'ReaderPage', { productionId: string }>(
  () => import('../screens/callsheet/ReaderPage.tsx'),
  'ReaderPage',
);

/** The production in the address, on the screen in the address, for whoever may see it. */
export function OpenProduction({ me }: { me: Me }) {
  const { productionId = '', day = '0', screen = 'day' } = useParams();
  const entry = SCREENS.find((s) => s.path === screen && s.roles.includes(me.role));
  useEffect(() => noteOpened(productionId), [productionId]);
  if (me.role === 'read')
    return (
      <Guard name="call sheet">
        <READER.Page productionId={productionId} />
      </Guard>
    );
  if (!entry) {
    const first = SCREENS.find((s) => s.roles.includes(me.role) && (me.role !== 'owner' || s.path === 'day'));
    return <Navigate to={screenLink(productionId, Number(day), first?.path ?? 'call-sheet')} replace />;
  }
  return (
    <ProductionProvider me={me} productionId={productionId} dayNumber={Number(day) || null}>
      <Frame path={entry.path} title={entry.title}>
        <entry.code.Page key={entry.path} />
      </Frame>
    </ProductionProvider>
  );
}
