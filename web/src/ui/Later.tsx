import { startTransition, useEffect, useState, type ReactNode } from 'react';

/** Draws its children right after the first frame: what one came for stands first, what is beside it follows. */
export function Later({ children }: { children: ReactNode }) {
  const [now, setNow] = useState(false);
  useEffect(() => {
    const frame = requestAnimationFrame(() => startTransition(() => setNow(true)));
    return () => cancelAnimationFrame(frame);
  }, []);
  return now ? children : null;
}
