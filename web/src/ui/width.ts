import { useEffect, useState, type RefObject } from 'react';

/** The width of an element in whole pixels, 0 until it is known. */
export function useElementWidth(ref: RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const { current } = ref;
    if (!current) return;
    const observer = new ResizeObserver(([entry]) => setWidth(Math.floor(entry?.contentRect.width ?? 0)));
    observer.observe(current);
    return () => observer.disconnect();
  }, [ref]);
  return width;
}
