import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { enter } from '@kavrell/contract';
import { call, wordsOf } from '../../platform/api.ts';
import { Loading } from '../../ui/parts.tsx';
import { SignInScreen } from './SignInScreen.tsx';

/** Takes the token of a sign-in link from the address (after `#`, so that no server log ever holds it). */
export function EnterScreen() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [problem, setProblem] = useState('');
  const tried = useRef(false);
  useEffect(() => {
    if (tried.current) return;
    tried.current = true;
    const token = window.location.hash.slice(1);
    call(enter, { params: {}, body: { token } }).then(
      (data) => {
        client.setQueryData(['me'], data);
        void navigate('/', { replace: true });
      },
      (error: unknown) => setProblem(wordsOf(error)),
    );
  }, [client, navigate]);
  return problem ? <SignInScreen said={problem} /> : <Loading what="the link" />;
}
