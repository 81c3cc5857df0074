import { useEffect, useMemo, useRef, useState } from 'react';
import type { LightScene } from '@kavrell/core/light';
import type { Contour } from '../../workers/contour.ts';
import { heavy } from '../../workers/heavy.ts';
import { useHeavy } from '../../workers/useHeavy.ts';

/**
 * Lines of equal light at a height, worked out beside the page: quickly while something is moved, always of the newest plan and never more
 * than one at a time; by the light kernel a moment after the hand rests, where it knows the plan.
 */
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
        .then(setLines)
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
  const asked = useMemo(() => scene && { scene, widthM, depthM, heightM }, [scene, widthM, depthM, heightM]);
  const exact = useHeavy(
    asked,
    asked && ((work) => work.exactContours(asked.scene, asked.widthM, asked.depthM, asked.heightM)),
  );
  return exact ?? lines;
}
