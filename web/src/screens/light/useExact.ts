import { useMemo } from 'react';
import type { Exact, LightPlan, LightScene, Settings } from '@kavrell/core/light';
import { useHeavy } from '../../workers/useHeavy.ts';

/** The plan read by the light kernel beside the page: closely as soon as the hand rests, exactly if it stays; null until then. */
export function useExact(scene: LightScene, plan: LightPlan, settings: Settings): Exact | null {
  const asked = useMemo(() => ({ scene, plan, settings }), [scene, plan, settings]);
  const hasFace = plan.items.some((i) => i.kind === 'person' || i.kind === 'meter');
  const close = useHeavy<Exact>(asked, hasFace ? async (work) => work.exact(scene, plan, settings, 'close') : null);
  const isRead = close !== null && 'readings' in close;
  const exact = useHeavy<Exact>(close, isRead ? async (work) => work.exact(scene, plan, settings, 'exact') : null);
  return exact ?? close;
}
