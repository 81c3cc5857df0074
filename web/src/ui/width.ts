import { useLayoutEffect, useState, type RefObject } from 'react';

/** The width of an element in whole pixels, 0 until it is known. */
export function useElementWidth(ref: RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(0);
  // Before the first paint, so that nothing is ever drawn for the wrong width.
  useLayoutEffect(() => {
    const { current } = ref;
    if (!current) return;
    setWidth(Math.floor(current.clientWidth));
    const observer = new ResizeObserver(([entry]) => setWidth(Math.floor(entry?.contentRect.width ?? 0)));
    observer.observe(current);
    return () => observer.disconnect();
  }, [ref]);
  return width;
}
