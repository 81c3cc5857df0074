import { direction } from '../../base/geometry/index.ts';
import { COARSE, FINE, readScene, type Face } from '../../physics/illumination/index.ts';
import { AMBIENT, lightsOf, type LightScene } from './emitters.ts';
import { NotExact, sceneOf } from './kernelScene.ts';
import type { LightPlan, MeterItem, PersonItem, PlanItem } from './plan.ts';
import { ASIDE_DEG, fallOn, readingOf, type Fall, type FaceReading, type Falls, type Settings } from './reading.ts';
import { placeOf } from './space.ts';

/** How far the light kernel goes: `close` is there at once when the hand rests, `exact` a moment later. */
export type Nearness = 'close' | 'exact';

/** A plan read by the light kernel, or in words why only the quick reading is there. */
export type Exact = { readings: FaceReading[]; how: Nearness } | { why: string };

/** What the kernel’s own method leaves, in stops: measured against an independent reference (`light.readings`). */
export const EXACT_STOPS = { open: 0.01, room: 0.05 } as const;
/** What is left beside that when it reads closely, in stops: nine of ten made-up plans are nearer to the exact one (`exact.test.ts`). */
export const CLOSE_STOPS = { open: 0.03, room: 0.1 } as const;

/**
 * Every face of a plan read by the light kernel: lamps as faces with their size, boards and cloths lit by everything, flags with their edges,
 * rooms to and fro without end. What the kernel does not know (mirrors, lamps that light all round, the open sky, things outside a room) is
 * named, and the plan is then read the quick way only.
 */
export function readExactly(
  lightScene: LightScene,
  plan: LightPlan,
  settings: Settings,
  how: Nearness = 'exact',
): Exact {
  const lights = lightsOf(lightScene);
  try {
    const scene = sceneOf(lightScene, lights, facesOf(plan));
    const read = new Map(readScene(scene, how === 'exact' ? FINE : COARSE).map((r) => [r.id, r.parts]));
    const readings = plan.items.filter(isFace).map((face) => {
      const fall = (way: keyof Falls): Fall => {
        const quick = fallOn(lights, plan, placeOf(face), direction(face.turnDeg + ASIDE_DEG[way]));
        const lux = new Map(Object.entries(read.get(faceId(face, way)) ?? {}).filter(([, v]) => v > 0));
        // The place’s own light in a room is typed as it is there: walls and all.
        const own = quick.lux.get(AMBIENT);
        if (scene.room && own) lux.set(AMBIENT, own);
        return { lux, kept: quick.kept };
      };
      const falls = { left: fall('left'), right: fall('right'), back: fall('back') };
      return readingOf(face.id, falls, lights.colourK, { plan, settings });
    });
    return { readings, how };
  } catch (error) {
    if (error instanceof NotExact) return { why: error.message };
    throw error;
  }
}

const isFace = (i: PlanItem): i is PersonItem | MeterItem => i.kind === 'person' || i.kind === 'meter';
const faceId = (face: { id: string }, way: keyof Falls) => `${face.id} ${way}`;

const facesOf = (plan: LightPlan): Face[] =>
  plan.items.filter(isFace).flatMap((face) =>
    (['left', 'right', 'back'] as const).map((way) => ({
      id: faceId(face, way),
      at: placeOf(face),
      normal: direction(face.turnDeg + ASIDE_DEG[way]),
    })),
  );
