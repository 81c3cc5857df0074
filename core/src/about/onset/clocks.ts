import type { DayPlan } from '../../plan/day/index.ts';
import type { SunTimes } from '../../physics/sun/index.ts';

/** One thing of a day that comes by itself, whatever is shot: in how many minutes. */
export interface DayClock {
  key: 'meal' | 'wanted' | 'lowSun' | 'sunset' | 'dusk';
  words: string;
  atMin: number;
  inMin: number;
}

/** What a day’s clocks run towards from `nowMin`: the next meal, the wanted wrap (overtime after it), low sun, sunset and dusk at the place of now; what is past is left out. */
export function dayClocks(
  plan: Pick<DayPlan, 'meals'> & { day: Pick<DayPlan['day'], 'wantedWrapMin'> },
  sun: Pick<SunTimes, 'lowSunStartMin' | 'setMin' | 'duskMin'> | null,
  nowMin: number,
): DayClock[] {
  const meal = plan.meals.filter((m) => m.startMin > nowMin).sort((a, b) => a.startMin - b.startMin)[0];
  const all: [DayClock['key'], string, number | null | undefined][] = [
    ['meal', 'Meal', meal?.startMin],
    ['lowSun', 'Low sun', sun?.lowSunStartMin],
    ['sunset', 'Sunset', sun?.setMin],
    ['dusk', 'Dark', sun?.duskMin],
    ['wanted', 'Wanted wrap', plan.day.wantedWrapMin],
  ];
  return all
    .flatMap(([key, words, atMin]) =>
      atMin === null || atMin === undefined || atMin <= nowMin ? [] : [{ key, words, atMin, inMin: atMin - nowMin }],
    )
    .sort((a, b) => a.atMin - b.atMin);
}
