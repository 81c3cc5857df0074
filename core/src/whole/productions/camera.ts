import { fpsOf } from '../../base/timecode/index.ts';
import {
  checkCamera,
  doubledCards,
  fitPlan,
  type CameraCheck,
  type FitResult,
  type SetupLight,
} from '../../rooms/camera/index.ts';
import type { Day } from '../../plan/day/index.ts';
import { faceOf, lightsOf, lampOf, readFace } from '../../rooms/light/index.ts';
import { patchFindings, type PatchFinding } from '../../rooms/sound/index.ts';
import type { FIT_PARTS, LIGHT_PARTS, PATCH_PARTS, RowsOf } from './parts.ts';
import type { ProductionRows } from './rows.ts';
import { surroundingsOf } from './light.ts';

type SetupLights = ReadonlyMap<string, SetupLight>;
type LightRows = RowsOf<typeof LIGHT_PARTS>;

/** What each drawn setup says to cameras: the light at its face, the stop wished for, whether it ripples, and how far one can step back. */
export function setupLights(rows: LightRows, day: Day | null): SetupLights {
  return new Map(
    rows.setups.map((setup) => {
      const s = surroundingsOf(rows, setup, day);
      const face = faceOf(setup.plan);
      const lights = face
        ? lightsOf({ plan: setup.plan, room: s.room, catalogue: s.catalogue, daylight: s.daylight })
        : null;
      const reading = face && lights ? readFace(lights, setup.plan, face, s.settings) : null;
      const rippling = setup.plan.items.some(
        (i) =>
          i.kind === 'source' && i.on && !i.battery && /ripple/.test(lampOf(i, s.catalogue)?.fixture.control ?? ''),
      );
      return [
        setup.id,
        {
          keyLux: reading && reading.keyLux > 0 ? reading.keyLux : null,
          wantedT: setup.plan.wanted.tStop,
          rippling,
          roomM: s.room && !s.room.outside ? Math.hypot(s.room.widthM, s.room.depthM) : null,
        },
      ];
    }),
  );
}

/** The fit of every camera on every shot, from the rows of the production. */
export function fitOfPlan(rows: RowsOf<typeof FIT_PARTS>, light: SetupLights): FitResult {
  const { production: p } = rows;
  const thread = Number(p.sheet.filterThread ?? NaN);
  const ratios = rows.deliverables.map((d) => d.widthPx / d.heightPx);
  return fitPlan({
    job: {
      fps: fpsOf(p.rate),
      ei: p.ei,
      shutterDeg: p.shutterDeg,
      mainsHz: p.mainsHz,
      shutterSchool: p.shutterSchool,
      eiSchool: p.eiSchool,
      filterThreadMm: Number.isFinite(thread) ? thread : null,
      deliveryRatio: ratios.length > 0 ? Math.max(...ratios) : null,
    },
    shots: rows.shots,
    cameras: rows.cameras,
    lenses: rows.lenses,
    light,
  });
}

/** Every camera against the job's sheet. */
export const cameraChecks = (rows: Pick<ProductionRows, 'production' | 'cameras'>): CameraCheck[] =>
  rows.cameras.map((c) => checkCamera(rows.production, c));

/** What needs a decision on the Camera screen: cameras that differ, cards named twice, and what the patch can't keep. */
export function cameraToMend(
  rows: RowsOf<typeof PATCH_PARTS> & Pick<ProductionRows, 'production' | 'cards' | 'faults'>,
): number {
  const differ = cameraChecks(rows).filter((c) => c.standing === 'differs').length;
  const patch = patchOf(rows).filter((f) => f.level === 'danger').length;
  const faults = rows.faults.filter((f) => !f.closed && f.decision === '').length;
  return differ + doubledCards(rows.cameras, rows.cards).length + patch + faults;
}

/** What the sound patch promises and can't keep. Nothing is asked of a job that has no patch yet. */
export function patchOf(rows: RowsOf<typeof PATCH_PARTS>): PatchFinding[] {
  if (rows.soundSources.length === 0 && rows.soundBoxes.length === 0) return [];
  return patchFindings({
    sources: rows.soundSources,
    boxes: rows.soundBoxes,
    routes: rows.soundRoutes,
    links: rows.links,
    cameras: rows.cameras,
    scenes: rows.scenes,
    shots: rows.shots,
    people: rows.people,
  });
}
