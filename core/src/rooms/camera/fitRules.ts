import type { FitFinding, FitSources, Fitting } from './fitModel.ts';
import { findAll, type Rule } from '../../base/findings/index.ts';
import { eiPrice, rippleOf } from '../../physics/exposure/index.ts';
import { captureRatio, equivalentFocalMm } from '../../physics/optics/index.ts';
import { mountFit, reaches, widestStop, type Lens } from './lens.ts';
import type { Camera } from './model.ts';

const NB = '\u00a0';
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

const stops = (n: number) => `${n.toFixed(1)}${NB}stops`;
const degrees = (deg: number) => `${Math.round(deg * 10) / 10}°`;

/** One camera on one shot with all that was looked at for it. */
export interface Fitted {
  s: FitSources;
  fitting: Fitting;
  fps: number;
  /** What is wished for in words, and the lenses that would reach it; null where nothing is wished, or the lens is fixed. */
  wish: { words: string; focalMm: number; choice: LensChoice } | null;
  /** How many of each lens other cameras of the shot have. */
  taken: ReadonlyMap<string, number>;
}
export interface LensChoice {
  /** Those that are here and reach it, of these those that go on the camera, the widest stop first, and those that are away or broken. */
  ready: readonly Lens[];
  fitting: readonly Lens[];
  gone: readonly Lens[];
}
type FitRule = Rule<Fitted, FitFinding>;

const who = ({ fitting }: Fitted) => `${fitting.shot.code} on ${fitting.camera.letter}`;
const found = ({ fitting: { shot, camera } }: Fitted, what: string, words: string, mend: string): FitFinding[] => [
  { key: `${what}:${shot.id}:${camera.letter}`, level: 'look', shotId: shot.id, letter: camera.letter, words, mend },
];

const tooFast: FitRule = (f) => {
  const { mostFps } = f.fitting.camera;
  if (f.fps <= mostFps) return [];
  const words = `${who(f)}: ${f.fps} frames a second, and its mode goes to ${mostFps}.`;
  return found(f, 'rate', words, 'A smaller mode, another camera, or a slower rate.');
};

const noLens: FitRule = (f) => {
  const { wish, s, taken, fitting } = f;
  if (!wish || fitting.lens) return [];
  const others = instead(s, fitting.camera, wish.focalMm, taken);
  const mend = others ? `Instead: ${others}.` : 'No other lens of the job comes near it.';
  const { choice } = wish;
  const [shared] = choice.fitting;
  if (shared)
    return found(
      f,
      'shared',
      `${who(f)} wants ${wish.words}, and ${shared.name} is on another camera of the same shot.`,
      mend,
    );
  const [first] = choice.ready;
  if (first) {
    const fit = mountFit(first.mount, fitting.camera.mount);
    return found(f, 'mount', `${who(f)}: ${first.name} does not go on: ${fit.fits === 'no' ? fit.why : ''}.`, mend);
  }
  const [gone] = choice.gone;
  if (gone) {
    const where = gone.state === 'faulty' ? 'faulty' : 'not here';
    return found(f, 'gone', `${who(f)} wants ${wish.words}, and ${gone.name} is ${where}.`, mend);
  }
  if (s.lenses.length === 0) return [];
  return found(f, 'none', `${who(f)} wants ${wish.words}, and no lens of the job reaches it.`, mend);
};

const darkCorners: FitRule = (f) => {
  const { lens, camera } = f.fitting;
  const diagonalMm = Math.hypot(camera.sensorWidthMm, camera.sensorHeightMm);
  if (!lens || lens.imageCircleMm >= diagonalMm - 0.3) return [];
  const words = `${who(f)}: ${lens.name} draws ${mm(lens.imageCircleMm)} and the sensor’s diagonal is ${mm(diagonalMm)}: dark corners.`;
  return found(f, 'circle', words, 'A smaller mode of the sensor, or another lens.');
};

const tooClose: FitRule = (f) => {
  const { lens, shot, focalMm, distanceM } = f.fitting;
  if (!lens || !shot.size || focalMm === null || distanceM === null || distanceM >= lens.closeFocusM) return [];
  const from = metres(lens.closeFocusM);
  const words = `${who(f)}: ${shot.size} at ${mm(focalMm)} is ${metres(distanceM)} away, and ${lens.name} focuses from ${from}.`;
  return found(
    f,
    'close',
    words,
    `${mm((focalMm * lens.closeFocusM) / distanceM)} from ${from}, a macro, or a close-up lens.`,
  );
};

const roomTooSmall: FitRule = (f) => {
  const { lens, shot, focalMm, distanceM } = f.fitting;
  const roomM = shot.setupId ? (f.s.light.get(shot.setupId)?.roomM ?? null) : null;
  if (!lens || !shot.size || focalMm === null || distanceM === null || roomM === null || distanceM <= roomM) return [];
  const words = `${who(f)}: ${shot.size} at ${mm(focalMm)} wants ${metres(distanceM)}, and the room is ${metres(roomM)} across.`;
  return found(f, 'room', words, `${mm((focalMm * roomM * 0.9) / distanceM)} or shorter.`);
};

const tooHeavy: FitRule = (f) => {
  const { lens, shot, camera } = f.fitting;
  const payloadKg = shot.support ? PAYLOAD_KG[shot.support] : undefined;
  if (!lens || payloadKg === undefined) return [];
  const kg = camera.massKg + lens.massKg + RIGGED_KG;
  if (kg <= payloadKg) return [];
  const words = `${who(f)}: ${kg.toFixed(1)}${NB}kg with ${lens.name} on a ${shot.support} that carries ${payloadKg}${NB}kg.`;
  return found(f, 'payload', words, 'A lighter lens or body; balance is checked before anything is let go.');
};

const squeezedAway: FitRule = (f) => {
  const { lens, camera } = f.fitting;
  const { deliveryRatio } = f.s.job;
  if (!lens || lens.squeeze <= 1 || deliveryRatio === null) return [];
  const { capturedRatio, cropShare } = captureRatio(
    camera.sensorWidthMm / camera.sensorHeightMm,
    lens.squeeze,
    deliveryRatio,
  );
  if (cropShare <= 0.2) return [];
  const words = `${who(f)}: squeezed ${lens.squeeze} on this mode gives ${capturedRatio.toFixed(2)} : 1; ${Math.round(cropShare * 100)}${NB}% is cut away for delivery.`;
  return found(f, 'squeeze', words, 'A taller mode of the sensor, or a spherical lens.');
};

const tooDark: FitRule = (f) => {
  const { lens, camera, focalMm, exposure: e } = f.fitting;
  if (!lens || focalMm === null || !e || e.shortStops <= 0) return [];
  const { job } = f.s;
  const left = f.wish?.choice.gone.find((l) => widestStop(l, focalMm) < widestStop(lens, focalMm) - 0.05);
  const since = left ? ` since ${left.name} ${left.state === 'faulty' ? 'is faulty' : 'left'}` : '';
  const ei = job.ei * 2 ** e.shortStops;
  const byEi = `EI${NB}${Math.round(ei)} (${eiPrice(ei, camera.nativeEis).words})`;
  const byLight = `${(2 ** e.shortStops).toFixed(1)} times the light`;
  return found(
    f,
    'dark',
    `${who(f)} needs ${stops(e.shortStops)} more${since}: ${Math.round(e.illuminanceLux)}${NB}lx at ${e.fps} frames a second, ${degrees(e.angleDeg)}, T${NB}${widestStop(lens, focalMm).toFixed(1)} wide open, EI${NB}${Math.round(job.ei)}.`,
    job.eiSchool === 'native' ? `${byLight}, or ${byEi}.` : `${byEi}, or ${byLight}.`,
  );
};

const ripples: FitRule = (f) => {
  const { shot, exposure: e } = f.fitting;
  const { mainsHz } = f.s.job;
  if (!e || !shot.setupId || !f.s.light.get(shot.setupId)?.rippling) return [];
  const ripple = rippleOf(e.angleDeg, e.fps, mainsHz);
  if (ripple.safe) return [];
  const angles = [ripple.below, ripple.above].filter((a): a is number => a !== null).map(degrees);
  return found(
    f,
    'ripple',
    `${who(f)}: ${degrees(e.angleDeg)} at ${e.fps} frames a second takes in ${ripple.ripples.toFixed(2)} ripples of the mains: its light will flicker.`,
    angles.length > 0
      ? `${[...new Set(angles)].join(' or ')}.`
      : `No angle is safe at this rate: ${mainsHz * 2} frames a second at most, or lamps that don’t ripple.`,
  );
};

/** What is looked for on each camera of each shot, in the order it is told. */
const RULES: readonly FitRule[] = [
  ...[tooFast, noLens, darkCorners, tooClose, roomTooSmall, tooHeavy, squeezedAway, tooDark, ripples],
];
export const fitFindings = (fitted: Fitted): FitFinding[] => findAll(RULES, fitted);

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
