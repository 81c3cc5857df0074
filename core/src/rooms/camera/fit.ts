import {
  eiPrice,
  exposureLadder,
  ndFor,
  rippleOf,
  shutterFor,
  type ShutterSchool,
} from '../../physics/exposure/index.ts';
import { SIZE_HEIGHT_M, captureRatio, equivalentFocalMm, framingDistanceM } from '../../physics/optics/index.ts';
import type { Shot } from '../scenes/index.ts';
import { lensWishes, mountFit, reaches, widestStop, wishFor, type Lens } from './lens.ts';
import type { Camera } from './model.ts';

/** What the light of a setup says to cameras. */
export interface SetupLight {
  /** Light on the key side of the face, lux; null when nothing is drawn. */
  keyLux: number | null;
  wantedT: number | null;
  /** Whether something in it ripples with the mains. */
  rippling: boolean;
  /** Longest way across its room, m; null without a room. */
  roomM: number | null;
}

export interface FitJob {
  fps: number;
  ei: number;
  shutterDeg: number;
  mainsHz: number;
  shutterSchool: ShutterSchool;
  eiSchool: 'last' | 'native';
  /** Thread of the filters of the job, mm; null: nobody said. */
  filterThreadMm: number | null;
  /** Narrowest and widest ratio that is delivered; null: none. */
  deliveryRatio: number | null;
}

export interface FitSources {
  job: FitJob;
  shots: readonly Shot[];
  cameras: readonly Camera[];
  lenses: readonly Lens[];
  light: ReadonlyMap<string, SetupLight>;
}

/** One camera on one shot, worked out. Figures are null where the plan does not say enough. */
export interface Fitting {
  shot: Shot;
  camera: Camera;
  /** The lens that would be taken: the widest stop among those that reach and go on. */
  lens: Lens | null;
  focalMm: number | null;
  adapterMm: number | null;
  /** Height of what is in the picture, m, and from how far. */
  heightM: number | null;
  distanceM: number | null;
  exposure: FitExposure | null;
}

export interface FitExposure {
  illuminanceLux: number;
  fps: number;
  angleDeg: number;
  tStop: number;
  ei: number;
  ndStops: number;
  /** Stops missing at the job’s EI with the lens wide open; 0 when there is enough. */
  shortStops: number;
  price: string;
}

export interface FitFinding {
  key: string;
  level: 'danger' | 'look';
  shotId: string;
  letter: string;
  words: string;
  mend: string;
}

export interface FitResult {
  fittings: Fitting[];
  findings: FitFinding[];
  /** Step rings that filters need, such as `77 → 82`, and adapters, with how many are needed at once. */
  rings: { name: string; count: number }[];
}

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
/** Stop that is planned where nobody wished for one. */
const USUAL_T = 2.8;
/** Under this, exposure is right. */
const THIRD = 1 / 3;
const NB = '\u00a0';
const stops = (n: number) => `${n.toFixed(1)}${NB}stops`;
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
      const fitted = fitOne(s, shot, camera, wishFor(wishes, letter), taken, findings);
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

const count = (map: Map<string, number>, name: string) => map.set(name, (map.get(name) ?? 0) + 1);

type Wish = ReturnType<typeof wishFor>;

function fitOne(
  s: FitSources,
  shot: Shot,
  camera: Camera,
  wish: Wish,
  taken: Map<string, number>,
  findings: FitFinding[],
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
  const exposure = exposureFor(s, shot, camera, lens, focalMm, fps);
  if (exposure) sayExposure(s, shot, camera, lens, focalMm, exposure, gone, say);
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

/** In the order most work in: rate, shutter, stop, EI, ND. Null when the setup has no light drawn. */
function exposureFor(
  s: FitSources,
  shot: Shot,
  camera: Camera,
  lens: Lens,
  focalMm: number,
  fps: number,
): FitExposure | null {
  const light = shot.setupId ? s.light.get(shot.setupId) : undefined;
  if (!light?.keyLux) return null;
  const { job } = s;
  const angleDeg = shutterFor(job.shutterSchool, job.shutterDeg, fps, job.mainsHz);
  const open = widestStop(lens, focalMm);
  const ei = job.eiSchool === 'native' ? eiPrice(job.ei, camera.nativeEis).nativeEi : job.ei;
  const at = (tStop: number) =>
    exposureLadder({ illuminanceLux: light.keyLux as number, fps, angleDeg, tStop, ei, ndStops: 0, otherStops: 0 })
      .overStops;
  const tWanted = Math.max(open, light.wantedT ?? USUAL_T);
  const over = at(tWanted);
  const base = { illuminanceLux: light.keyLux, fps, angleDeg };
  if (over > THIRD) {
    const ndStops = ndFor(over);
    return { ...base, tStop: tWanted, ei, ndStops, shortStops: 0, price: eiPrice(ei, camera.nativeEis).words };
  }
  if (over >= -THIRD)
    return { ...base, tStop: tWanted, ei, ndStops: 0, shortStops: 0, price: eiPrice(ei, camera.nativeEis).words };
  // Too dark at the stop that is wanted: open up first, then EI.
  const tStop = Math.max(open, tWanted * 2 ** (over / 2));
  const left = Math.max(0, -at(tStop));
  const solved = job.eiSchool === 'native' ? ei : ei * 2 ** (left > THIRD ? left : 0);
  return {
    ...base,
    tStop,
    ei: solved,
    ndStops: 0,
    shortStops: left > THIRD ? left : 0,
    price: eiPrice(solved, camera.nativeEis).words,
  };
}

function sayExposure(
  s: FitSources,
  shot: Shot,
  camera: Camera,
  lens: Lens,
  focalMm: number,
  e: FitExposure,
  gone: readonly Lens[],
  say: (what: string, level: FitFinding['level'], words: string, mend: string) => void,
): void {
  const who = `${shot.code} on ${camera.letter}`;
  if (e.shortStops > 0) {
    const left = gone.filter((l) => widestStop(l, focalMm) < widestStop(lens, focalMm) - 0.05);
    const since = left[0] ? ` since ${left[0].name} ${left[0].state === 'faulty' ? 'is faulty' : 'left'}` : '';
    const price = eiPrice(s.job.ei * 2 ** e.shortStops, camera.nativeEis);
    say(
      'dark',
      'look',
      `${who} needs ${stops(e.shortStops)} more${since}: ${Math.round(e.illuminanceLux)}${NB}lx at ${e.fps} frames a second, ${Math.round(e.angleDeg * 10) / 10}°, T${NB}${widestStop(lens, focalMm).toFixed(1)} wide open, EI${NB}${Math.round(s.job.ei)}.`,
      s.job.eiSchool === 'native'
        ? `${(2 ** e.shortStops).toFixed(1)} times the light, or EI${NB}${Math.round(s.job.ei * 2 ** e.shortStops)} (${price.words}).`
        : `EI${NB}${Math.round(s.job.ei * 2 ** e.shortStops)} (${price.words}), or ${(2 ** e.shortStops).toFixed(1)} times the light.`,
    );
  }
  const light = shot.setupId ? s.light.get(shot.setupId) : undefined;
  if (light?.rippling) {
    const ripple = rippleOf(e.angleDeg, e.fps, s.job.mainsHz);
    if (!ripple.safe) {
      const angles = [ripple.below, ripple.above].filter((a): a is number => a !== null);
      say(
        'ripple',
        'look',
        `${who}: ${Math.round(e.angleDeg * 10) / 10}° at ${e.fps} frames a second takes in ${ripple.ripples.toFixed(2)} ripples of the mains: its light will flicker.`,
        angles.length > 0
          ? `${[...new Set(angles.map((a) => Math.round(a * 10) / 10))].join('° or ')}°.`
          : `No angle is safe at this rate: ${s.job.mainsHz * 2} frames a second at most, or lamps that don’t ripple.`,
      );
    }
  }
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
