import type { Production } from './model.ts';
import type { Deliverable } from './wants.ts';
import { fpsOf } from '../../base/timecode/index.ts';
import { takesFor, type Scene, type Shot } from '../../rooms/scenes/index.ts';
import { formatCount, formatRatio, formatRunning } from '../../base/units/index.ts';

/** What cutting a deliverable’s shape out of the recorded picture leaves. */
export interface Crop {
  capturedRatio: number;
  deliveryRatio: number;
  /** Pixels of the recorded picture that are used. */
  widthPx: number;
  heightPx: number;
  /** Share thrown away, 0–1. */
  cropShare: number;
  /** Delivered pixels for each used one along a side: above 1 the picture is blown up. */
  enlargement: number;
  /** Whether it is narrower than what is recorded, so that shots must hold their action in the middle. */
  narrower: boolean;
}

/** The largest picture of one shape inside another, and how much is left of it. */
export function cropOf(
  capture: { widthPx: number; heightPx: number },
  delivery: { widthPx: number; heightPx: number },
): Crop {
  const capturedRatio = capture.widthPx / capture.heightPx;
  const deliveryRatio = delivery.widthPx / delivery.heightPx;
  const narrower = deliveryRatio < capturedRatio;
  const widthPx = narrower ? capture.heightPx * deliveryRatio : capture.widthPx;
  const heightPx = narrower ? capture.heightPx : capture.widthPx / deliveryRatio;
  return {
    capturedRatio,
    deliveryRatio,
    widthPx,
    heightPx,
    cropShare: 1 - (widthPx * heightPx) / (capture.widthPx * capture.heightPx),
    enlargement: delivery.widthPx / widthPx,
    narrower: narrower && capturedRatio - deliveryRatio > 1e-3,
  };
}

/** How one frame rate goes into another: `1:n` when every nth or n-fold, else null. */
export function rateDivides(fromFps: number, toFps: number): { factor: number; even: boolean } {
  const factor = fromFps / toFps;
  const turned = factor >= 1 ? factor : 1 / factor;
  return { factor, even: Math.abs(turned - Math.round(turned)) < 1e-6 };
}

/** Something a deliverable asks of the plan that it does not have. */
export interface Demand {
  level: 'fact' | 'look';
  words: string;
  why: string;
}

export interface DeliverableFacts {
  deliverable: Deliverable;
  crop: Crop;
  shots: Shot[];
  /** Seconds of takes planned for its shots. */
  plannedS: number;
  /** Seconds handed over, all pieces. */
  deliveredS: number;
  /** Planned for each delivered second. */
  perSecond: number;
  /** Tagged shots whose action is not held in the middle though this piece is narrower. */
  unsafe: Shot[];
  demands: Demand[];
}

/** Under this many planned seconds for each delivered one there is too little to choose from. */
export const LEAST_PER_SECOND = 3;
/** Over this many, an editor drowns. */
export const MOST_PER_SECOND = 60;
/** Blown up by more than a tenth, the loss is seen. */
const MOST_ENLARGEMENT = 1.1;

/**
 * What a deliverable asks of the plan, worked out: the crop out of the recorded picture and whether pixels suffice, rates
 * that don’t divide, shots tagged for it and how many seconds they plan for each one delivered, shots that can’t be cropped.
 */
export function deliverableFacts(
  deliverable: Deliverable,
  production: Pick<Production, 'rate' | 'captureWidthPx' | 'captureHeightPx'>,
  allShots: readonly Shot[],
  scenes: readonly Scene[],
): DeliverableFacts {
  const crop = cropOf({ widthPx: production.captureWidthPx, heightPx: production.captureHeightPx }, deliverable);
  const styles = new Map(scenes.map((s) => [s.id, s.style]));
  const shots = allShots.filter((s) => !s.dropped && s.deliverableIds.includes(deliverable.id));
  const plannedS = shots.reduce((t, s) => t + takesFor(s, styles.get(s.sceneId)) * s.takeLengthMin * 60, 0);
  const deliveredS = deliverable.durationS * deliverable.pieces;
  const perSecond = plannedS / deliveredS;
  const unsafe = crop.narrower ? shots.filter((s) => !s.centreSafe) : [];
  const facts = { deliverable, crop, shots, plannedS, deliveredS, perSecond, unsafe };
  return { ...facts, demands: demandsOf(facts, production.rate) };
}

function demandsOf(f: Omit<DeliverableFacts, 'demands'>, jobRate: string): Demand[] {
  const { deliverable: d, crop } = f;
  const demands: Demand[] = [];
  const say = (level: Demand['level'], words: string, why: string) => demands.push({ level, words, why });
  const thrown = `${Math.round(crop.cropShare * 100)}\u00a0%`;
  if (crop.cropShare > 0.005)
    say(
      'fact',
      `${formatRatio(crop.deliveryRatio)} out of ${formatRatio(crop.capturedRatio)}: ${thrown} of the picture is cut away`,
      `Of the recorded picture ${Math.round(crop.widthPx)}\u00a0×\u00a0${Math.round(crop.heightPx)}\u00a0px are used: the largest ${formatRatio(crop.deliveryRatio)} that fits in it.`,
    );
  if (crop.enlargement > MOST_ENLARGEMENT)
    say(
      'look',
      `Blown up ${crop.enlargement.toFixed(2)} times`,
      `${d.widthPx}\u00a0px are asked for and ${Math.round(crop.widthPx)}\u00a0px are left after the crop. Record larger, or turn a camera on its side for it.`,
    );
  rateDemands(f, jobRate, say);
  if (f.shots.length === 0)
    say('look', 'No shot is tagged for it', `Tag shots with #${d.tag} in the quick line, or in the shot’s own sheet.`);
  else if (f.perSecond < LEAST_PER_SECOND)
    say(
      'look',
      `Only ${f.perSecond.toFixed(1)} s planned for each second delivered`,
      `${formatRunning(f.plannedS * 1000)} of takes for ${formatRunning(f.deliveredS * 1000)} (${formatCount(d.pieces, 'piece')}): under ${LEAST_PER_SECOND} there is little to choose from.`,
    );
  else if (f.perSecond > MOST_PER_SECOND)
    say(
      'look',
      `${Math.round(f.perSecond)} s planned for each second delivered`,
      `Over ${MOST_PER_SECOND} the edit pays for it: fewer takes, or fewer shots.`,
    );
  if (f.unsafe.length)
    say(
      'look',
      `${formatCount(f.unsafe.length, 'shot')} not framed for the middle: ${f.unsafe.map((s) => s.code).join(', ')}`,
      `A ${formatRatio(crop.deliveryRatio)} picture keeps the middle ${Math.round((crop.widthPx / (crop.capturedRatio * crop.heightPx)) * 100)}\u00a0% of the width; these shots are not marked as centre-safe.`,
    );
  return demands;
}

function rateDemands(
  f: Omit<DeliverableFacts, 'demands'>,
  jobRate: string,
  say: (level: Demand['level'], words: string, why: string) => void,
): void {
  const job = fpsOf(jobRate);
  const asked = fpsOf(f.deliverable.rate);
  const short = (fps: number) => String(Math.round(fps * 1000) / 1000);
  if (!rateDivides(job, asked).even)
    say(
      'look',
      `${short(job)} does not divide into ${short(asked)} frames a second`,
      'Frames must be blended, doubled or dropped: movement stutters. Record at its rate, or hand it over at the job’s.',
    );
  const odd = f.shots.filter((s) => s.fps !== null && s.fps !== job && !rateDivides(s.fps, asked).even);
  if (odd.length)
    say(
      'look',
      `Slow motion that doesn’t divide: ${odd.map((s) => `${s.code} at ${s.fps}`).join(', ')}`,
      `Played at ${short(asked)} every frame is used once only at whole multiples of it; otherwise the speed is ${odd.map((s) => `${((s.fps ?? asked) / asked).toFixed(2)}×`).join(', ')} as slow, never a whole step.`,
    );
}
