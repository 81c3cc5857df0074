import { useEffect, useRef, useState } from 'react';
import type { LightScene } from '@kavrell/core/light';
import { heavy } from '../../workers/heavy.ts';
import type { Contour } from '../../workers/heavy.worker.ts';

/** Lines of equal light at a height, worked out beside the page: always of the newest plan, never more than one at a time. */
export function useContours(
  scene: LightScene | null,
  widthM: number,
  depthM: number,
  heightM: number,
): readonly Contour[] {
  const [lines, setLines] = useState<readonly Contour[]>([]);
  const busy = useRef(false);
  const next = useRef<(() => void) | null>(null);
  useEffect(() => {
    if (!scene) {
      next.current = null;
      setLines([]);
      return;
    }
    const run = () => {
      busy.current = true;
      void heavy()
        .contours(scene, widthM, depthM, heightM)
        .then(({ lines: found }) => setLines(found))
        .finally(() => {
          busy.current = false;
          const waiting = next.current;
          next.current = null;
          waiting?.();
        });
    };
    if (busy.current) next.current = run;
    else run();
  }, [scene, widthM, depthM, heightM]);
  return lines;
}
