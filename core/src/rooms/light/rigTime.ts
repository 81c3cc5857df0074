import type { Room } from '../places/index.ts';
import { hazeMinutes } from './air.ts';
import { entryOf, type Catalogue } from './library.ts';
import { isRaised, type PlanItem } from './plan.ts';
import { raisedBody } from './standing.ts';
import type { Setup } from './model.ts';

/** One piece of work: what, and minutes of one pair of hands. */
export interface Task {
  words: string;
  handMin: number;
}

/** Power found, cables laid to the room, a last look at ballast and paths; before anything is rigged. */
const START_MIN = 5;
/** Each thing is looked at through the camera and set right, one after the other: hands don’t help. */
export const TRIM_MIN = 2;

/** Hand-minutes to rig one thing from its case, by what it is and weighs. Rules of thumb; one's own pace replaces them. */
export function itemRigMin(item: PlanItem, catalogue: Catalogue): number {
  if (!isRaised(item)) return 0;
  const { massKg } = raisedBody(item, { catalogue });
  const high = item.zM > 2.4 ? 3 : 0;
  if (item.kind === 'source') {
    const head = massKg < 1.5 ? 5 : massKg < 6 ? 8 : 12;
    const extras = item.modifierKeys.reduce(
      (sum, k) => sum + (entryOf(catalogue, k, 'modifier')?.data.widthM ? 5 : 1),
      0,
    );
    return head + extras + item.gelKeys.length + (item.battery ? 0 : 2) + high;
  }
  const large = Math.max(item.widthM, item.heightM) > 1.5;
  const own = { flag: 4, bounce: 4, frame: 9 }[item.kind];
  return own + (large ? 8 : 0) + (item.ballastKg > 0 ? 1 : 0) + high;
}

/** Minutes of tasks shared by hands: their sum over the hands, but never less than the longest. */
export function sharedMin(tasks: readonly Task[], hands: number): number {
  const sum = tasks.reduce((all, t) => all + t.handMin, 0);
  return Math.max(sum / Math.max(1, hands), ...tasks.map((t) => t.handMin), 0);
}

export interface RigTime {
  minutes: number;
  tasks: Task[];
  /** How it was worked out, in words. */
  why: string;
}

export type Rigged = Pick<Setup, 'plan' | 'hands'>;
/** Minutes that haze takes to stand, before anything can be shot. */
export const hazeLead = (plan: Setup['plan'], room: Room | null): number =>
  plan.haze === 'none' || !room || room.outside
    ? 0
    : hazeMinutes(room.widthM * room.depthM * room.heightM, plan.haze === 'thick').leadMin;

/** Minutes to rig a setup from nothing: every thing's hand-minutes over the hands there are, and a start; haze stands meanwhile. */
export function rigTime(setup: Rigged, catalogue: Catalogue, room: Room | null = null): RigTime {
  const tasks = setup.plan.items
    .map((i): Task => ({ words: `Rig ${i.name || i.kind}`, handMin: itemRigMin(i, catalogue) }))
    .filter((t) => t.handMin > 0);
  const minutes =
    tasks.length === 0
      ? 0
      : Math.ceil(
          Math.max(START_MIN + sharedMin(tasks, setup.hands) + TRIM_MIN * tasks.length, hazeLead(setup.plan, room)),
        );
  const sum = tasks.reduce((all, t) => all + t.handMin, 0);
  return {
    minutes,
    tasks,
    why: `${START_MIN} min to begin; ${Math.round(sum)} minutes of work shared by ${setup.hands}, never less than the longest piece; ${TRIM_MIN} min to trim each of ${tasks.length}. Typical figures.`,
  };
}

/** Whether a plan has anything to rig, so that minutes can be worked out from it. */
export const isDrawn = (plan: Setup['plan']): boolean => plan.items.some(isRaised);

/** Minutes to rig a setup: as somebody said, else from its plan; null when neither is known. */
export function setupRigMin(
  setup: Pick<Setup, 'rigMin' | 'plan' | 'hands'>,
  catalogue: Catalogue,
  room: Room | null = null,
): number | null {
  if (setup.rigMin !== null) return setup.rigMin;
  return isDrawn(setup.plan) ? rigTime(setup, catalogue, room).minutes : null;
}
