import { useMemo } from 'react';
import type { FitResult, SetupLight } from '@kavrell/core/camera';
import { FIT_PARTS, LIT_PARTS, fitOfPlan, litSetups, setupLights } from '@kavrell/core/productions';
import { usePlanned } from '../../app/production.tsx';
import { useSome } from '../../platform/some.ts';
import { useHeavy } from '../../workers/useHeavy.ts';

/** Every camera on every shot, worked out; and what each setup’s light says to cameras. */
export function useFit(): { fit: FitResult; light: ReadonlyMap<string, SetupLight> } {
  const { rows, day } = usePlanned();
  const lit = useSome(rows, LIT_PARTS);
  // Quickly at once; by the light kernel, beside the page, a moment later.
  const asked = useMemo(() => litSetups(lit, day), [lit, day]);
  const exact = useHeavy(asked, asked.length > 0 ? (work) => work.keys(asked) : null);
  const light = useMemo(() => setupLights(lit, asked, exact), [lit, asked, exact]);
  const fitted = useSome(rows, FIT_PARTS);
  const fit = useMemo(() => fitOfPlan(fitted, light), [fitted, light]);
  return { fit, light };
}
