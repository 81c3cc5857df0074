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
import {
  catalogueOf,
  faceOf,
  lampOf,
  lightsOf,
  readExactly,
  readPlan,
  type LightPlan,
  type LightScene,
  type Settings,
  type Setup,
} from '../../rooms/light/index.ts';
import { patchFindings, type PatchFinding } from '../../rooms/sound/index.ts';
import type { FIT_PARTS, LIT_PARTS, PATCH_PARTS, RowsOf } from './parts.ts';
import type { ProductionRows } from './rows.ts';
import { daylightOf, settingsOf } from './light.ts';

type SetupLights = ReadonlyMap<string, SetupLight>;
type LitRows = RowsOf<typeof LIT_PARTS>;

/** A setup whose face is lit, as its light is read. */
export interface LitSetup {
  id: string;
  scene: LightScene;
  plan: LightPlan;
  settings: Settings;
}

/** The setups that light a face, each with the one face that cameras are exposed for. */
export function litSetups(rows: LitRows, day: Day | null): LitSetup[] {
  const catalogue = catalogueOf(rows.lightKit);
  const settings = settingsOf(rows.production);
  return rows.setups.flatMap((setup) => {
    const face = faceOf(setup.plan);
    if (!face) return [];
    // Faces block nothing: of several the others need not be read.
    const items = setup.plan.items.filter((i) => i.id === face.id || (i.kind !== 'person' && i.kind !== 'meter'));
    const plan = { ...setup.plan, items };
    const daylight = daylightOf(
      plan,
      rows.places.find((p) => p.id === setup.placeId),
      day,
    );
    return [{ id: setup.id, scene: { plan, room: roomOf(rows, setup), catalogue, daylight }, plan, settings }];
  });
}

const roomOf = (rows: LitRows, setup: Setup) => rows.rooms.find((r) => r.id === setup.plan.roomId) ?? null;

/** The key side of each face by the light kernel, lux by setup; where the kernel does not know all of the light there is none. */
export function exactKeys(setups: readonly LitSetup[]): Map<string, number> {
  return new Map(
    setups.flatMap(({ id, scene, plan, settings }) => {
      const read = readExactly(scene, plan, settings, 'close');
      const keyLux = 'readings' in read ? read.readings[0]?.keyLux : undefined;
      return keyLux === undefined ? [] : [[id, keyLux] as const];
    }),
  );
}

const quickKey = ({ scene, plan, settings }: LitSetup) => readPlan(lightsOf(scene), plan, settings)[0]?.keyLux;

/**
 * What each drawn setup says to cameras: the light at its face (`setups`), by the kernel where that was read (`exact`) and else quickly, the stop
 * wished for, whether it ripples, and how far one can step back.
 */
export function setupLights(
  rows: LitRows,
  setups: readonly LitSetup[],
  exact: ReadonlyMap<string, number> | null,
): SetupLights {
  const lit = new Map(setups.map((l) => [l.id, l]));
  const catalogue = catalogueOf(rows.lightKit);
  return new Map(
    rows.setups.map((setup) => {
      const room = roomOf(rows, setup);
      const own = lit.get(setup.id);
      const keyLux = exact?.get(setup.id) ?? (own && quickKey(own)) ?? 0;
      const rippling = setup.plan.items.some(
        (i) => i.kind === 'source' && i.on && !i.battery && /ripple/.test(lampOf(i, catalogue)?.fixture.control ?? ''),
      );
      return [
        setup.id,
        {
          keyLux: keyLux > 0 ? keyLux : null,
          wantedT: setup.plan.wanted.tStop,
          rippling,
          roomM: room && !room.outside ? Math.hypot(room.widthM, room.depthM) : null,
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
