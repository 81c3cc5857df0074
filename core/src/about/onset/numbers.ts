import type { Day, DayPlan } from '../../plan/day/index.ts';
import { takeMinutes } from '../../rooms/roll/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import type { Scene, Shot, ShotState } from '../../rooms/scenes/index.ts';

/** How many of how many by the plan. */
export interface Counted {
  had: number;
  planned: number;
}

/** What a day has come to against its plan. */
export interface DayNumbers {
  shots: Counted;
  setups: Counted;
  takes: Counted;
  /** Pages in eighths: of scenes all of whose shots of this day are had. */
  eighths: Counted;
  /** Minutes shot by all cameras together. */
  shotMin: number;
  /** Minutes wanted in the end, of all deliverables; and shot to delivered. Null where nobody said a length. */
  deliveredMin: number | null;
  ratio: number | null;
}

const isHad = (state: ShotState | undefined) => state === 'got';

/** Shots, setups, takes and pages of a day against its plan, and how much was shot for what is to be delivered. Wild sound and false starts don’t count. */
export function dayNumbers(
  plan: Pick<DayPlan, 'rows'> & { day: Pick<Day, 'id'> },
  takes: readonly Take[],
  states: ReadonlyMap<string, ShotState>,
  scenes: readonly Scene[],
  deliverables: readonly { durationS: number | null; pieces: number }[],
): DayNumbers {
  const shots = plan.rows.flatMap((r) => r.shots);
  const own = takes.filter((t) => t.dayId === plan.day.id && !t.wild && t.struck === null);
  const setupsOf = (list: readonly Shot[]) => new Set(list.flatMap((x) => (x.setupId ? [x.setupId] : [])));
  const had = shots.filter((x) => isHad(states.get(x.id)));
  const tried = new Set(own.map((t) => t.shotId));
  const perScene = scenes
    .map((scene) => ({ scene, shots: shots.filter((x) => x.sceneId === scene.id) }))
    .filter((x) => x.shots.length > 0);
  const eighths = (list: typeof perScene) => list.reduce((sum, x) => sum + x.scene.eighths, 0);
  const shotMin = takeMinutes(own);
  const wantedS = deliverables.reduce((sum, d) => sum + (d.durationS ?? 0) * d.pieces, 0);
  const deliveredMin = wantedS > 0 ? wantedS / 60 : null;
  return {
    shots: { had: had.length, planned: shots.length },
    setups: { had: setupsOf(shots.filter((x) => tried.has(x.id))).size, planned: setupsOf(shots).size },
    takes: { had: own.length, planned: shots.reduce((sum, x) => sum + x.takesPlanned, 0) },
    eighths: {
      had: eighths(perScene.filter((x) => x.shots.every((y) => isHad(states.get(y.id))))),
      planned: eighths(perScene),
    },
    shotMin,
    deliveredMin,
    ratio: deliveredMin === null ? null : shotMin / deliveredMin,
  };
}
