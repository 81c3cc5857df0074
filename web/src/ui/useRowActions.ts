import { useMemo, useRef } from 'react';
import type { RowActions } from './TableRow.tsx';

/** What rows do, as one object for good, so that no row is drawn anew for it; what it does is always of the newest drawing. */
export function useRowActions<R>(now: RowActions<R>): RowActions<R> {
  const newest = useRef(now);
  newest.current = now;
  return useMemo(
    () => ({
      press: (...args) => newest.current.press(...args),
      open: (...args) => newest.current.open(...args),
      take: (...args) => newest.current.take(...args),
      cancel: () => newest.current.cancel(),
    }),
    [],
  );
}
