import { useQuery } from '@tanstack/react-query';
import { noteOpened } from '../platform/opened.ts';
import { Suspense, lazy, useEffect, useState } from 'react';
import { Navigate, Route, Routes, useLocation, useParams } from 'react-router';
import { whoAmI, type Me } from '@kavrell/contract';
import { call } from '../platform/api.ts';
import { outboxFor } from '../platform/outbox.ts';
import { forgetRead } from '../platform/session.ts';
import { Loading } from '../ui/parts.tsx';
import { Frame } from './frame/Frame.tsx';
import { ProductionProvider } from '../app/production.tsx';
import { SCREENS, componentOf, type ScreenEntry } from './screens.ts';
import { Guard, Trouble } from '../app/Trouble.tsx';
import { screenLink } from '../app/links.ts';

/** Their forms are not needed by who is signed in. */
const EnterScreen = lazy(() => import('../screens/signin/EnterScreen.tsx').then((m) => ({ default: m.EnterScreen })));
const SignInScreen = lazy(() =>
  import('../screens/signin/SignInScreen.tsx').then((m) => ({ default: m.SignInScreen })),
);

const StartScreen = lazy(() => import('../screens/start/StartScreen.tsx').then((m) => ({ default: m.StartScreen })));

const ReaderPage = lazy(() => import('../screens/callsheet/ReaderPage.tsx').then((m) => ({ default: m.ReaderPage })));

/** Which component it is stays as it was at the first drawing: another one would forget what the screen holds. */
function Screen({ entry }: { entry: ScreenEntry }) {
  const [Component] = useState(() => componentOf(entry));
  return <Component />;
}

function OpenProduction({ me }: { me: Me }) {
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

function SignedIn() {
  const location = useLocation();
  const { data, error, isPending, refetch } = useQuery({
    queryKey: ['me'],
    queryFn: () => call(whoAmI, { params: {} }),
  });
  const who = data?.me;
  useEffect(() => {
    if (who === undefined) return;
    outboxFor(who);
    // Nobody is signed in by the server's own word: a link was withdrawn or ran out, so what was read here goes.
    if (who === null) forgetRead();
  }, [who]);
  if (isPending) return <Loading what="who you are" />;
  // Asked again and not answered: who it was stays, and so does all that is open.
  if (!data) return <Trouble error={error} again={() => void refetch()} />;
  const { me } = data;
  if (!me) return <SignInScreen />;
  if (me.productionId && location.pathname === '/')
    return <Navigate to={screenLink(me.productionId, null, 'call-sheet')} replace />;
  return (
    <Routes>
      <Route path="/" element={<StartScreen me={me} />} />
      <Route path="/p/:productionId/:day/:screen" element={<OpenProduction me={me} />} />
      <Route path="/p/:productionId" element={<OpenProduction me={me} />} />
      <Route path="*" element={<Navigate to="/" replace />} />
    </Routes>
  );
}

export function App() {
  return (
    <Suspense fallback={<Loading what="the page" />}>
      <Routes>
        <Route path="/enter" element={<EnterScreen />} />
        <Route path="*" element={<SignedIn />} />
      </Routes>
    </Suspense>
  );
}
