import { useMemo } from 'react';
import type { Exact, LightPlan, LightScene, Settings } from '@kavrell/core/light';
import { useHeavy } from '../../workers/useHeavy.ts';

/** The plan read by the light kernel beside the page, a moment after the hand rests; null until then. */
export function useExact(scene: LightScene, plan: LightPlan, settings: Settings): Exact | null {
  const asked = useMemo(() => ({ scene, plan, settings }), [scene, plan, settings]);
  const hasFace = plan.items.some((i) => i.kind === 'person' || i.kind === 'meter');
  return useHeavy<Exact>(asked, hasFace ? async (work) => work.exact(scene, plan, settings) : null);
}
