import type { DayPlan } from '@kavrell/core/day';
import type { ShotState } from '@kavrell/core/scenes';
import { formatCount } from '@kavrell/core/units';
import type { Between, LineFacts } from './DayLine.tsx';

const PROGRAMME_TAGS = { fixed: 'programme', about: 'programme, about then', follows: 'follows' } as const;

/** What each line of a day says, in its order: when it begins, what stands between it and the one before, and what is wrong with it. */
export function linesOfDay(
  plan: DayPlan,
  states: ReadonlyMap<string, ShotState>,
  say: (minute: number) => string,
): { id: string; facts: LineFacts }[] {
  const troubled = new Set(plan.violations.flatMap((v) => v.ids));
  return plan.rows.map((row, i) => {
    const meal = plan.meals.find((m) => m.endMin <= row.startMin && (plan.rows[i - 1]?.endMin ?? -1) <= m.startMin);
    const until = Math.max(plan.order.startMin, ...plan.rows.slice(0, i).map((r) => r.endMin));
    const readyMin = (meal ? meal.endMin : until) + row.changeMin;
    const wait = row.startMin - readyMin;
    const before: Between[] = [];
    if (meal) before.push({ start: say(meal.startMin), title: 'Meal', minutes: meal.endMin - meal.startMin });
    if (row.changeMin > 0)
      before.push({ start: say(readyMin - row.changeMin), title: row.changeTitle, minutes: row.changeMin });
    if (wait > 0.5)
      before.push({
        start: say(readyMin),
        title: row.programme
          ? 'Ready, before it starts'
          : row.pinnedStartMin === null
            ? 'Wait for the window'
            : 'Ready, before the fixed start',
        minutes: wait,
      });
    const when =
      row.pinnedStartMin === null
        ? row.windows.map(([from, to]) => `${say(from)}–${say(to)}`)
        : [row.programme ? PROGRAMME_TAGS[row.programme] : `fixed ${say(row.pinnedStartMin)}`];
    const facts: LineFacts = {
      code: row.shot?.code ?? null,
      title: row.title,
      start: say(row.startMin),
      minutes: row.minutes,
      light: row.setup?.code ?? '',
      cameras: row.cameras,
      state: row.shot || row.programme ? (states.get(row.shot?.id ?? row.itemId) ?? 'planned') : null,
      programme: row.programme !== null,
      tags: [
        ...(row.programme && row.shots.length ? [formatCount(row.shots.length, 'shot')] : []),
        ...(row.shot?.priority === 'must' ? ['must'] : []),
        ...(row.shot?.happensOnce ? ['once'] : []),
        ...when,
      ],
      trouble: troubled.has(row.itemId),
      before,
    };
    return { id: row.itemId, facts };
  });
}
