import { useQuery } from '@tanstack/react-query';
import { Suspense, useEffect } from 'react';
import { Navigate, Route, Routes, useLocation } from 'react-router';
import { whoAmI } from '@kavrell/contract';
import { call } from '../platform/api.ts';
import { outboxFor } from '../platform/outbox.ts';
import { forgetRead } from '../platform/session.ts';
import { Loading } from '../ui/parts.tsx';
import { Trouble } from '../app/Trouble.tsx';
import { screenLink } from '../app/links.ts';
import { fetchSoon } from './code.tsx';
import { ENTER, SIGN_IN } from './door.ts';
import { Notices } from './Notices.tsx';
import { HOUSE, OPEN_PRODUCTION, START } from './pages.ts';

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
    idle(() => fetchSoon(OPEN_PRODUCTION));
  }, [who]);
  if (isPending) return <Loading what="who you are" />;
  // Asked again and not answered: who it was stays, and so does all that is open.
  if (!data) return <Trouble error={error} again={() => void refetch()} />;
  const { me } = data;
  if (!me) return <SIGN_IN.Page />;
  if (me.productionId && location.pathname === '/')
    return <Navigate to={screenLink(me.productionId, null, 'call-sheet')} replace />;
  return (
    <Routes>
      <Route path="/" element={<START.Page me={me} />} />
      {me.role === 'owner' ? <Route path="/own-kit" element={<HOUSE.Page me={me} />} /> : null}
      <Route path="/p/:productionId/:day/:screen" element={<OPEN_PRODUCTION.Page me={me} />} />
      <Route path="/p/:productionId" element={<OPEN_PRODUCTION.Page me={me} />} />
      <Route path="*" element={<Navigate to="/" replace />} />
    </Routes>
  );
}

export function App() {
  return (
    <>
      <Suspense fallback={<Loading what="the page" />}>
        <Routes>
          <Route path="/enter" element={<ENTER.Page />} />
          <Route path="*" element={<SignedIn />} />
        </Routes>
      </Suspense>
      <Notices />
    </>
  );
}
