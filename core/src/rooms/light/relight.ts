import type { Room } from '../places/index.ts';
import { planDiff, type Change, type DiffablePlan } from './diff.ts';
import type { Catalogue } from './library.ts';
import { TRIM_MIN, hazeLead, sharedMin, type Rigged, type RigTime, type Task } from './rigTime.ts';

/** A last look at ballast and paths before a relight. */
const RELIGHT_START_MIN = 2;

/** What each kind of change costs, as hand-minutes or a share of rigging the thing. */
const CHANGE_MIN: Readonly<Record<Change['what'], (rigMin: number) => number>> = {
  in: (rig) => rig,
  out: (rig) => rig * 0.4,
  swapped: (rig) => rig * 1.2,
  side: (rig) => rig * 0.6,
  moved: (rig) => Math.max(1, rig * 0.5),
  turned: () => 0.5,
  height: () => 1,
  level: () => 0.5,
  gel: () => 1,
  modifier: () => 3,
  power: () => 2,
  stand: () => 2,
  cloth: () => 3,
};

/** Minutes to go from one plan to the next, from what differs. */
export function relightTime(from: DiffablePlan, to: Rigged, catalogue: Catalogue, room: Room | null = null): RigTime {
  const changes = planDiff(from, to.plan, catalogue);
  const trims = new Set(changes.filter((c) => c.what !== 'out').map((c) => c.id)).size;
  const tasks = changes
    .map((c): Task => ({ words: c.words, handMin: CHANGE_MIN[c.what](c.rigMin) }))
    .filter((t) => t.handMin > 0);
  const haze = from.haze === 'none' ? hazeLead(to.plan, room) : 0;
  const minutes =
    tasks.length === 0 && haze === 0
      ? 0
      : Math.ceil(Math.max(RELIGHT_START_MIN + sharedMin(tasks, to.hands) + trims * TRIM_MIN, haze));
  const sum = tasks.reduce((all, t) => all + t.handMin, 0);
  return {
    minutes,
    tasks,
    why: `${RELIGHT_START_MIN} min to begin; ${sum.toFixed(0)} minutes of work shared by ${to.hands}; ${TRIM_MIN} min to trim each of ${trims}. Typical figures.`,
  };
}
