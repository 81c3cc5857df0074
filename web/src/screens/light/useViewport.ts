import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import type { Window } from './stage.ts';

const NARROWEST_M = 1.5;
const WIDEST_M = 120;
const MARGIN_M = 0.7;

/** What of a plan is seen, in metres, and how that is changed: by wheel, buttons and dragging; what fits at first. */
export interface Viewport {
  view: Window;
  /** Metres that one pixel is. */
  px: number;
  show: (view: Window | null) => void;
  zoom: (by: number, at?: { x: number; y: number }) => void;
  /** Where on the plan the pointer is. */
  metres: (e: { clientX: number; clientY: number }) => { x: number; y: number };
}

/** The part of a plan `widthM` × `depthM` that is seen in an element `width` × `height` pixels; another `key` fits it anew. */
export function useViewport(
  svg: RefObject<SVGSVGElement | null>,
  {
    widthM,
    depthM,
    width,
    height,
    key,
  }: { widthM: number; depthM: number; width: number; height: number; key: string },
): Viewport {
  const fit = useMemo<Window>(() => {
    const wide = Math.max(widthM + 2 * MARGIN_M, ((depthM + 2 * MARGIN_M) * Math.max(1, width)) / height);
    return {
      x: (widthM - wide) / 2,
      y: -MARGIN_M - ((wide * height) / Math.max(1, width) - depthM - 2 * MARGIN_M) / 2,
      w: wide,
    };
  }, [widthM, depthM, width, height]);
  const [own, show] = useState<Window | null>(null);
  useEffect(() => show(null), [key]);
  const view = own ?? fit;
  const px = view.w / Math.max(1, width);
  const metres = (e: { clientX: number; clientY: number }) => {
    const box = svg.current?.getBoundingClientRect();
    return { x: view.x + (e.clientX - (box?.left ?? 0)) * px, y: view.y + (e.clientY - (box?.top ?? 0)) * px };
  };
  const zoom = (by: number, at?: { x: number; y: number }) => {
    const wide = Math.min(WIDEST_M, Math.max(NARROWEST_M, view.w * by));
    const c = at ?? { x: view.x + view.w / 2, y: view.y + (height * px) / 2 };
    const k = wide / view.w;
    show({ x: c.x - (c.x - view.x) * k, y: c.y - (c.y - view.y) * k, w: wide });
  };
  // React listens to the wheel passively; a plan under the pointer must not scroll the page as well.
  const onWheel = useRef<(e: WheelEvent) => void>(() => undefined);
  onWheel.current = (e) => {
    e.preventDefault();
    zoom(e.deltaY > 0 ? 1.12 : 1 / 1.12, metres(e));
  };
  useEffect(() => {
    const { current } = svg;
    const hear = (e: WheelEvent) => onWheel.current(e);
    current?.addEventListener('wheel', hear, { passive: false });
    return () => current?.removeEventListener('wheel', hear);
  }, [svg]);
  return { view, px, show, zoom, metres };
}
