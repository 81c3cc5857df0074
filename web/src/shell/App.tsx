import { useQuery } from '@tanstack/react-query';
import { Suspense, lazy, useEffect, useState } from 'react';
import { Navigate, Route, Routes, useLocation } from 'react-router';
import { whoAmI, type Me } from '@kavrell/contract';
import { call } from '../platform/api.ts';
import { outboxFor } from '../platform/outbox.ts';
import { forgetRead } from '../platform/session.ts';
import { Loading } from '../ui/parts.tsx';
import { OPEN_PRODUCTION, fetchOpenProduction } from './openProductionCode.ts';
import { Trouble } from '../app/Trouble.tsx';
import { screenLink } from '../app/links.ts';
import { Notices } from './Notices.tsx';

/** Their forms are not needed by who is signed in. */
const EnterScreen = lazy(() => import('../screens/signin/EnterScreen.tsx').then((m) => ({ default: m.EnterScreen })));
const SignInScreen = lazy(() =>
  import('../screens/signin/SignInScreen.tsx').then((m) => ({ default: m.SignInScreen })),
);

const HouseScreen = lazy(() => import('../screens/house/HouseScreen.tsx').then((m) => ({ default: m.HouseScreen })));
const StartScreen = lazy(() => import('../screens/start/StartScreen.tsx').then((m) => ({ default: m.StartScreen })));

/** A production with all that works for it; what could not be fetched is asked for again at the next drawing. */
function Production({ me }: { me: Me }) {
  const [Open] = useState(
    () => OPEN_PRODUCTION.ready() ?? lazy(() => OPEN_PRODUCTION.load().then((open) => ({ default: open }))),
  );
  return <Open me={me} />;
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
  // From the first page one goes on to a production: by then it is there.
  useEffect(() => {
    if (!who) return;
    const idle = window.requestIdleCallback ?? ((run: () => void) => window.setTimeout(run, 400));
    idle(fetchOpenProduction);
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
      {me.role === 'owner' ? <Route path="/own-kit" element={<HouseScreen me={me} />} /> : null}
      <Route path="/p/:productionId/:day/:screen" element={<Production me={me} />} />
      <Route path="/p/:productionId" element={<Production me={me} />} />
      <Route path="*" element={<Navigate to="/" replace />} />
    </Routes>
  );
}

export function App() {
  return (
    <>
      <Suspense fallback={<Loading what="the page" />}>
        <Routes>
          <Route path="/enter" element={<EnterScreen />} />
          <Route path="*" element={<SignedIn />} />
        </Routes>
      </Suspense>
      <Notices />
    </>
  );
}
