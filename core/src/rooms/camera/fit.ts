import { SIZE_HEIGHT_M, framingDistanceM } from '../../physics/optics/index.ts';
import type { Shot } from '../scenes/index.ts';
import { exposureFor } from './fitExposure.ts';
import type { FitFinding, FitResult, FitSources, Fitting } from './fitModel.ts';
import { fitFindings, type Fitted, type LensChoice } from './fitRules.ts';
import { lensWishes, mountFit, reaches, widestStop, wishFor, type LensWish } from './lens.ts';
import { lettersOf, type Camera } from './model.ts';

/** Every camera on every shot against lenses, mounts, room, focus, light and rates: what is taken, and what does not fit. */
export function fitPlan(s: FitSources): FitResult {
  const fittings: Fitting[] = [];
  const findings: FitFinding[] = [];
  const byLetter = new Map(s.cameras.map((c) => [c.letter, c]));
  const rings = new Map<string, number>();
  for (const shot of s.shots) {
    if (shot.dropped) continue;
    const wishes = lensWishes(shot.lens);
    const letters = lettersOf(shot, s.cameras);
    const taken = new Map<string, number>();
    const needed = new Map<string, number>();
    for (const letter of letters) {
      const camera = byLetter.get(letter);
      if (!camera) continue;
      const fitted = fitOne(s, { shot, camera, wish: wishFor(wishes, letter), taken });
      findings.push(...fitFindings(fitted));
      const { fitting } = fitted;
      fittings.push(fitting);
      const { lens } = fitting;
      if (!lens) continue;
      count(taken, lens.id);
      if (s.job.filterThreadMm && lens.threadMm && lens.threadMm !== s.job.filterThreadMm)
        count(needed, `step ring ${lens.threadMm} → ${s.job.filterThreadMm} mm`);
      if (fitting.adapterMm !== null) count(needed, `adapter ${lens.mount} → ${camera.mount}`);
    }
    for (const [name, n] of needed) rings.set(name, Math.max(rings.get(name) ?? 0, n));
  }
  return { fittings, findings, rings: [...rings].map(([name, n]) => ({ name, count: n })) };
}

const count = (map: Map<string, number>, name: string) => map.set(name, (map.get(name) ?? 0) + 1);

interface Asked {
  shot: Shot;
  camera: Camera;
  wish: LensWish | null;
  taken: ReadonlyMap<string, number>;
}

/** What one camera takes on one shot: the lens with the widest stop that reaches, goes on and is free, and what follows from it. */
function fitOne(s: FitSources, { shot, camera, wish, taken }: Asked): Fitted {
  const fps = shot.fps ?? s.job.fps;
  const heightM = shot.size ? (SIZE_HEIGHT_M[shot.size] ?? null) : null;
  const nothing = {
    shot,
    camera,
    lens: null,
    focalMm: null,
    adapterMm: null,
    heightM,
    distanceM: null,
    exposure: null,
  };
  if (!wish || /^fixed/i.test(camera.mount)) return { s, fitting: nothing, fps, wish: null, taken };
  const focalMm = wish.focalMinMm;
  const choice = lensesFor(s, camera, wish);
  const words = `${Math.round(focalMm * 10) / 10}\u00a0mm${wish.macro ? ' macro' : ''}`;
  const asked = { s, fps, wish: { words, focalMm, choice }, taken };
  const lens = choice.fitting.find((l) => (taken.get(l.id) ?? 0) < l.count);
  if (!lens) return { ...asked, fitting: { ...nothing, focalMm } };
  const mount = mountFit(lens.mount, camera.mount);
  return {
    ...asked,
    fitting: {
      ...{ shot, camera, lens, focalMm, heightM },
      adapterMm: mount.fits === 'adapter' ? mount.adapterMm : null,
      distanceM: heightM === null ? null : framingDistanceM(focalMm, camera.sensorHeightMm, heightM),
      exposure: exposureFor(s, shot, { camera, lens, focalMm, fps }),
    },
  };
}

function lensesFor(s: FitSources, camera: Camera, wish: LensWish): LensChoice {
  const covering = s.lenses.filter(
    (l) =>
      reaches(l, wish.focalMinMm) &&
      (wish.focalMaxMm === wish.focalMinMm || reaches(l, wish.focalMaxMm)) &&
      (!wish.macro || l.macro),
  );
  const goesOn = covering.filter((l) => mountFit(l.mount, camera.mount).fits !== 'no');
  const isReady = (l: (typeof covering)[number]) => l.state === 'ready';
  const stopAt = (l: (typeof covering)[number]) => widestStop(l, wish.focalMinMm);
  return {
    ready: covering.filter(isReady),
    fitting: goesOn.filter(isReady).sort((a, b) => stopAt(a) - stopAt(b)),
    gone: goesOn.filter((l) => !isReady(l)),
  };
}
