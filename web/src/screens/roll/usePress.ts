import { useEffect, useRef, useState } from 'react';

/** A thumb that bounces or a key that repeats is one press: nothing more is taken for so long. */
const HELD_MS = 400;

/** Takes one press at a time: `once` runs it unless one was taken just now; `held` while no other is taken. */
export function usePress(): { held: boolean; once: (run: () => void) => void } {
  const [held, setHeld] = useState(false);
  // Keys come quicker than screens are drawn: what counts is this, not what is shown.
  const open = useRef(true);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  const once = (run: () => void) => {
    if (!open.current) return;
    open.current = false;
    setHeld(true);
    timer.current = setTimeout(() => {
      open.current = true;
      setHeld(false);
    }, HELD_MS);
    run();
  };
  return { held, once };
}
