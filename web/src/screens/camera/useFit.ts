import { useMemo } from 'react';
import type { FitResult, SetupLight } from '@kavrell/core/camera';
import { FIT_PARTS, LIGHT_PARTS, fitOfPlan, setupLights } from '@kavrell/core/productions';
import { usePlanned } from '../../app/production.tsx';
import { useSome } from '../../platform/some.ts';

/** Every camera on every shot, worked out; and what each setup’s light says to cameras. */
export function useFit(): { fit: FitResult; light: ReadonlyMap<string, SetupLight> } {
  const { rows, day } = usePlanned();
  const lit = useSome(rows, LIGHT_PARTS);
  const light = useMemo(() => setupLights(lit, day), [lit, day]);
  const fitted = useSome(rows, FIT_PARTS);
  const fit = useMemo(() => fitOfPlan(fitted, light), [fitted, light]);
  return { fit, light };
}
