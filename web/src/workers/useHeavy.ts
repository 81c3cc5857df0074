import { useEffect, useRef, useState } from 'react';
import type { Remote } from 'comlink';
import { heavy } from './heavy.ts';
import type { Heavy } from './heavy.worker.ts';

const SETTLE_MS = 200;

/**
 * What the worker says of `key`, asked a moment after it stands still; null until then. A new key makes the former answer none, unless
 * `same` has not changed with it: then that answer stands until the next one comes.
 */
export function useHeavy<T>(
  key: unknown,
  ask: ((work: Remote<Heavy>) => Promise<T>) | null,
  same: unknown = key,
): T | null {
  const [answer, setAnswer] = useState<{ of: unknown; value: T } | null>(null);
  // What is asked is said anew at each render; it is asked when its key is another.
  const latest = useRef({ ask, same });
  latest.current = { ask, same };
  useEffect(() => {
    const { ask: work, same: of } = latest.current;
    if (!work) return;
    let gone = false;
    const timer = setTimeout(() => {
      // What can’t be worked out is said where it is typed; here there is then no answer.
      work(heavy()).then(
        (value) => !gone && setAnswer({ of, value }),
        () => !gone && setAnswer(null),
      );
    }, SETTLE_MS);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [key]);
  return answer && answer.of === same && ask ? answer.value : null;
}
