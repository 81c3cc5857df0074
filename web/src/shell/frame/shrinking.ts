import { useEffect, useRef, useState, type UIEvent } from 'react';

/** Less than this is a trembling thumb, not a direction. */
const LEAST_PX = 12;

/** Whether bars are shrunk after scrolling from `last` to `top`: down shrinks them, up or the top brings them back; null: as they were. */
export function shrunkAfter(last: number, top: number): boolean | null {
  if (top <= LEAST_PX) return false;
  return Math.abs(top - last) < LEAST_PX ? null : top > last;
}

/**
 * Bars of the phone that make room while one reads on, and are back with the first move up, and on every other screen.
 * Only a hand shrinks them: a screen that opens in its middle has them whole.
 */
export function useShrinking(path: string) {
  const last = useRef(0);
  const byHand = useRef(false);
  const [shrunk, setShrunk] = useState(false);
  useEffect(() => {
    last.current = 0;
    byHand.current = false;
    setShrunk(false);
  }, [path]);
  const hand = () => {
    byHand.current = true;
  };
  const onScroll = ({ currentTarget: { scrollTop } }: UIEvent<HTMLElement>) => {
    const next = shrunkAfter(last.current, scrollTop);
    if (next === null) return;
    last.current = scrollTop;
    setShrunk(next && byHand.current);
  };
  return { shrunk, on: { onScroll, onTouchMove: hand, onWheel: hand } };
}
