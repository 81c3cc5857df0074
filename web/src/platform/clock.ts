import { useEffect, useState } from 'react';
import type { Production } from '@kavrell/core/brief';

/** Production time: the real clock, or the demo's set one. UTC milliseconds. */
export const productionNow = (production: Pick<Production, 'simulatedNowOffsetMs'>): number =>
  Date.now() + (production.simulatedNowOffsetMs ?? 0);

/** Production time, renewed every `everyMs`, on the beat of that length so that minutes turn when they should. */
export function useNow(production: Pick<Production, 'simulatedNowOffsetMs'>, everyMs: number): number {
  const offset = production.simulatedNowOffsetMs ?? 0;
  const [now, setNow] = useState(() => Date.now() + offset);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>;
    const tick = () => {
      const at = Date.now() + offset;
      setNow(at);
      timer = setTimeout(tick, everyMs - (at % everyMs) + 2);
    };
    tick();
    return () => clearTimeout(timer);
  }, [offset, everyMs]);
  return now;
}
