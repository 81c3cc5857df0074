import { useRef, useState, type UIEvent } from 'react';

/** Less than this is a trembling thumb, not a direction. */
const LEAST_PX = 12;

/** Whether bars are shrunk after scrolling from `last` to `top`: down shrinks them, up or the top brings them back; null: as they were. */
export function shrunkAfter(last: number, top: number): boolean | null {
  if (top <= LEAST_PX) return false;
  return Math.abs(top - last) < LEAST_PX ? null : top > last;
}

/** Bars of the phone that make room while one reads on, and are back with the first move up. */
export function useShrinking() {
  const last = useRef(0);
  const [shrunk, setShrunk] = useState(false);
  const onScroll = ({ currentTarget: { scrollTop } }: UIEvent<HTMLElement>) => {
    const next = shrunkAfter(last.current, scrollTop);
    if (next === null) return;
    last.current = scrollTop;
    setShrunk(next);
  };
  return { shrunk, onScroll };
}
