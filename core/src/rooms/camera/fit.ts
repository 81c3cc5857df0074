import { SIZE_HEIGHT_M, captureRatio, equivalentFocalMm, framingDistanceM } from '../../physics/optics/index.ts';
import type { Shot } from '../scenes/index.ts';
import { lensWishes, mountFit, reaches, widestStop, wishFor, type Lens } from './lens.ts';
import type { Camera } from './model.ts';
import { type FitFinding, type FitResult, type FitSources, type Fitting } from './fitModel.ts';
import { NB, exposureFor, sayExposure } from './fitExposure.ts';

/** What a support carries, kg. Typical of their class. */
export const PAYLOAD_KG: Readonly<Partial<Record<string, number>>> = {
  gimbal: 4,
  slider: 6,
  jib: 9,
  handheld: 6,
  shoulder: 12,
};
/** A cage, plate, battery and monitor on top of body and lens, kg. */
const RIGGED_KG = 0.8;
const metres = (m: number) => `${m < 1 ? m.toFixed(2) : m.toFixed(1)}${NB}m`;
const mm = (v: number) => `${Math.round(v * 10) / 10}${NB}mm`;

/** Every camera on every shot against lenses, mounts, room, focus, light and rates: what is taken, and what does not fit. */
export function fitPlan(s: FitSources): FitResult {
  const fittings: Fitting[] = [];
  const findings: FitFinding[] = [];
  const byLetter = new Map(s.cameras.map((c) => [c.letter, c]));
  const rings = new Map<string, number>();
  for (const shot of s.shots) {
    if (shot.dropped) continue;
    const wishes = lensWishes(shot.lens);
    const letters = shot.cameras.length > 0 ? shot.cameras : s.cameras.slice(0, 1).map((c) => c.letter);
    const taken = new Map<string, number>();
    const needed = new Map<string, number>();
    for (const letter of letters) {
      const camera = byLetter.get(letter);
      if (!camera) continue;
      const fitted = fitOne(s, shot, camera, wishFor(wishes, letter), { taken, findings });
      fittings.push(fitted);
      const { lens } = fitted;
      if (lens && s.job.filterThreadMm && lens.threadMm && lens.threadMm !== s.job.filterThreadMm)
        count(needed, `step ring ${lens.threadMm} → ${s.job.filterThreadMm} mm`);
      if (fitted.adapterMm !== null) count(needed, `adapter ${lens?.mount} → ${camera.mount}`);
    }
    for (const [name, n] of needed) rings.set(name, Math.max(rings.get(name) ?? 0, n));
  }
  return { fittings, findings, rings: [...rings].map(([name, n]) => ({ name, count: n })) };
}

export const count = (map: Map<string, number>, name: string) => map.set(name, (map.get(name) ?? 0) + 1);

type Wish = ReturnType<typeof wishFor>;

function fitOne(
  s: FitSources,
  shot: Shot,
  camera: Camera,
  wish: Wish,
  /** What lenses other cameras of the shot have by now, and what was found. */
  { taken, findings }: { taken: Map<string, number>; findings: FitFinding[] },
): Fitting {
  const say = (what: string, level: FitFinding['level'], words: string, mend: string) =>
    findings.push({
      key: `${what}:${shot.id}:${camera.letter}`,
      level,
      shotId: shot.id,
      letter: camera.letter,
      words,
      mend,
    });
  const who = `${shot.code} on ${camera.letter}`;
  const fps = shot.fps ?? s.job.fps;
  if (fps > camera.mostFps)
    say(
      'rate',
      'look',
      `${who}: ${fps} frames a second, and its mode goes to ${camera.mostFps}.`,
      'A smaller mode, another camera, or a slower rate.',
    );
  const fixed = /^fixed/i.test(camera.mount);
  const heightM = shot.size ? (SIZE_HEIGHT_M[shot.size] ?? null) : null;
  if (!wish || fixed)
    return { shot, camera, lens: null, focalMm: null, adapterMm: null, heightM, distanceM: null, exposure: null };

  const focalMm = wish.focalMinMm;
  const covering = s.lenses.filter(
    (l) =>
      reaches(l, wish.focalMinMm) &&
      (wish.focalMaxMm === wish.focalMinMm || reaches(l, wish.focalMaxMm)) &&
      (!wish.macro || l.macro),
  );
  const goesOn = (l: Lens) => mountFit(l.mount, camera.mount).fits !== 'no';
  const ready = covering.filter((l) => l.state === 'ready');
  const fitting = ready.filter(goesOn).sort((a, b) => widestStop(a, focalMm) - widestStop(b, focalMm));
  const lens = fitting.find((l) => (taken.get(l.id) ?? 0) < l.count) ?? null;
  const gone = covering.filter((l) => l.state !== 'ready' && goesOn(l));
  const wanted = `${mm(focalMm)}${wish.macro ? ' macro' : ''}`;
  if (!lens) {
    const others = instead(s, camera, focalMm, taken);
    const mend = others ? `Instead: ${others}.` : 'No other lens of the job comes near it.';
    if (fitting.length > 0)
      say(
        'shared',
        'look',
        `${who} wants ${wanted}, and ${fitting[0]?.name} is on another camera of the same shot.`,
        mend,
      );
    else if (ready.length > 0) {
      const [first] = ready;
      const fit = first ? mountFit(first.mount, camera.mount) : null;
      say('mount', 'look', `${who}: ${first?.name} does not go on: ${fit?.fits === 'no' ? fit.why : ''}.`, mend);
    } else if (gone.length > 0)
      say(
        'gone',
        'look',
        `${who} wants ${wanted}, and ${gone[0]?.name} is ${gone[0]?.state === 'faulty' ? 'faulty' : 'not here'}.`,
        mend,
      );
    else if (s.lenses.length > 0)
      say('none', 'look', `${who} wants ${wanted}, and no lens of the job reaches it.`, mend);
    return { shot, camera, lens: null, focalMm, adapterMm: null, heightM, distanceM: null, exposure: null };
  }
  count(taken, lens.id);
  const mount = mountFit(lens.mount, camera.mount);
  const diagonal = Math.hypot(camera.sensorWidthMm, camera.sensorHeightMm);
  if (lens.imageCircleMm < diagonal - 0.3)
    say(
      'circle',
      'look',
      `${who}: ${lens.name} draws ${mm(lens.imageCircleMm)} and the sensor’s diagonal is ${mm(diagonal)}: dark corners.`,
      'A smaller mode of the sensor, or another lens.',
    );
  const distanceM = heightM === null ? null : framingDistanceM(focalMm, camera.sensorHeightMm, heightM);
  if (distanceM !== null && shot.size !== null) {
    if (distanceM < lens.closeFocusM)
      say(
        'close',
        'look',
        `${who}: ${shot.size} at ${mm(focalMm)} is ${metres(distanceM)} away, and ${lens.name} focuses from ${metres(lens.closeFocusM)}.`,
        `${mm((focalMm * lens.closeFocusM) / distanceM)} from ${metres(lens.closeFocusM)}, a macro, or a close-up lens.`,
      );
    const room = shot.setupId ? (s.light.get(shot.setupId)?.roomM ?? null) : null;
    if (room !== null && distanceM > room)
      say(
        'room',
        'look',
        `${who}: ${shot.size} at ${mm(focalMm)} wants ${metres(distanceM)}, and the room is ${metres(room)} across.`,
        `${mm((focalMm * room * 0.9) / distanceM)} or shorter.`,
      );
  }
  const payload = shot.support ? PAYLOAD_KG[shot.support] : undefined;
  const kg = camera.massKg + lens.massKg + RIGGED_KG;
  if (payload !== undefined && kg > payload)
    say(
      'payload',
      'look',
      `${who}: ${kg.toFixed(1)}${NB}kg with ${lens.name} on a ${shot.support} that carries ${payload}${NB}kg.`,
      'A lighter lens or body; balance is checked before anything is let go.',
    );
  if (lens.squeeze > 1 && s.job.deliveryRatio !== null) {
    const { capturedRatio, cropShare } = captureRatio(
      camera.sensorWidthMm / camera.sensorHeightMm,
      lens.squeeze,
      s.job.deliveryRatio,
    );
    if (cropShare > 0.2)
      say(
        'squeeze',
        'look',
        `${who}: squeezed ${lens.squeeze} on this mode gives ${capturedRatio.toFixed(2)} : 1; ${Math.round(cropShare * 100)}${NB}% is cut away for delivery.`,
        'A taller mode of the sensor, or a spherical lens.',
      );
  }
  const exposure = exposureFor(s, shot, { camera, lens, focalMm, fps });
  if (exposure) sayExposure(s, shot, { camera, lens, focalMm }, { exposure, gone, say });
  return {
    shot,
    camera,
    lens,
    focalMm,
    adapterMm: mount.fits === 'adapter' ? mount.adapterMm : null,
    heightM,
    distanceM,
    exposure,
  };
}

/** What else gets the same frame: another lens on this camera, cropped or nearer, or the same frame on another camera. */
function instead(s: FitSources, camera: Camera, focalMm: number, taken: ReadonlyMap<string, number>): string | null {
  const free = s.lenses.filter((l) => l.state === 'ready' && (taken.get(l.id) ?? 0) < l.count);
  const here = free
    .filter((l) => mountFit(l.mount, camera.mount).fits !== 'no')
    .map((l) => ({ l, f: Math.min(l.focalMaxMm, Math.max(l.focalMinMm, focalMm)) }))
    .sort((a, b) => Math.abs(Math.log(a.f / focalMm)) - Math.abs(Math.log(b.f / focalMm)))[0];
  const there = s.cameras
    .filter((c) => c.id !== camera.id && !/^fixed/i.test(c.mount))
    .flatMap((c) => {
      const same = equivalentFocalMm(focalMm, camera, c);
      const l = free.find((x) => reaches(x, same) && mountFit(x.mount, c.mount).fits !== 'no');
      return l ? [`${l.name} at ${mm(same)} on ${c.letter}`] : [];
    })[0];
  const near = here && here.f / focalMm > 0.6 && here.f / focalMm < 1.7 ? here : null;
  const words = near
    ? `${near.l.name} at ${mm(near.f)}, ${near.f < focalMm ? `nearer (${(near.f / focalMm).toFixed(2)} of the way)` : `from further (${(near.f / focalMm).toFixed(2)} of the way)`}`
    : null;
  return [words, there].filter(Boolean).join('; or ') || null;
}
