import { z } from 'zod';
import { defineTable, line, position, readBy, recordBase, requiredLine } from '../../base/records/index.ts';

const above = (label: string, unit: string, most: number) =>
  z
    .number({ error: `${label} is a number of ${unit}.` })
    .positive(`${label} must be more than 0 ${unit}.`)
    .max(most, `${label} may be ${most} ${unit} at most.`);

export const LENS_STATES = ['ready', 'faulty', 'away'] as const;
export const LENS_STATE_WORDS: Readonly<Record<(typeof LENS_STATES)[number], string>> = {
  ready: 'ready',
  faulty: 'faulty',
  away: 'not here',
};

/** A lens of the job; a prime has one focal length. */
export const lensFields = z.object(
  readBy('work', {
    name: requiredLine('The lens’s name', 60),
    focalMinMm: above('The focal length', 'mm', 3000),
    focalMaxMm: above('The longest focal length', 'mm', 3000),
    /** Widest T-stop at either end. */
    tWide: above('The widest stop', '', 64),
    tLong: above('The widest stop at the long end', '', 64),
    closeFocusM: above('The close focus', 'm', 50),
    /** Filter thread; null: none, it takes a matte box or nothing. */
    threadMm: above('The filter thread', 'mm', 200).nullable(),
    mount: requiredLine('The mount', 40),
    imageCircleMm: above('The image circle', 'mm', 200),
    squeeze: z
      .number({ error: 'The squeeze is a number.' })
      .min(1, 'A squeeze starts at 1.')
      .max(2, 'A squeeze goes to 2.'),
    macro: z.boolean(),
    massKg: above('The weight', 'kg', 50),
    count: z
      .int('The count is a whole number.')
      .min(1, 'One at least.')
      .max(20, 'Over twenty of one lens is not believable.'),
    state: z.enum(LENS_STATES, { error: 'Choose ready, faulty or not here.' }),
    notes: line('Notes', 300),
    position,
  }),
);
export const lens = lensFields.extend(recordBase);
export type Lens = z.infer<typeof lens>;
/** The table of lenses. */
export const lensTable = defineTable({
  name: 'lenses',
  one: 'lens',
  row: lens,
  fields: lensFields,
  sortedBy: 'position',
  rules: { lenses_focal_order: 'The longest focal length of a lens is not shorter than its shortest.' },
});
type LensFields = Omit<z.infer<typeof lensFields>, 'position'>;

/** A new lens: a full-frame prime of 50 mm. */
export const LENS_DEFAULTS: LensFields = {
  name: 'Prime 50 mm',
  focalMinMm: 50,
  focalMaxMm: 50,
  tWide: 1.5,
  tLong: 1.5,
  closeFocusM: 0.45,
  threadMm: 77,
  mount: 'mirrorless 18 mm',
  imageCircleMm: 43.3,
  squeeze: 1,
  macro: false,
  massKg: 1.1,
  count: 1,
  state: 'ready',
  notes: '',
};
const typical = (name: string, focal: [number, number], t: number, more: Partial<LensFields>): LensFields => ({
  ...LENS_DEFAULTS,
  name,
  focalMinMm: focal[0],
  focalMaxMm: focal[1],
  tWide: t,
  tLong: t,
  ...more,
});
/** Typical lenses of their class. */
export const LENS_CLASSES: readonly LensFields[] = [
  typical('Prime 24 mm', [24, 24], 1.5, { closeFocusM: 0.25 }),
  typical('Prime 35 mm', [35, 35], 1.5, { closeFocusM: 0.3 }),
  typical('Prime 50 mm', [50, 50], 1.5, {}),
  typical('Prime 85 mm', [85, 85], 1.5, { closeFocusM: 0.8 }),
  typical('Zoom 24–70 mm', [24, 70], 2.9, { closeFocusM: 0.38, threadMm: 82 }),
  typical('Zoom 70–200 mm', [70, 200], 2.9, { closeFocusM: 0.95, massKg: 1.5 }),
  typical('Zoom 28–135 mm', [28, 135], 4, { closeFocusM: 0.95, threadMm: 95, massKg: 2.5 }),
  typical('Macro 100 mm', [100, 100], 2.9, { closeFocusM: 0.3, threadMm: 67, macro: true, massKg: 0.7 }),
  typical('Anamorphic 45 mm', [45, 45], 2.9, { closeFocusM: 0.9, squeeze: 1.5 }),
];

/** Widest T-stop at a focal length: between the two ends by the logarithm of the focal length. */
export function widestStop(l: Pick<Lens, 'focalMinMm' | 'focalMaxMm' | 'tWide' | 'tLong'>, focalMm: number): number {
  if (l.focalMaxMm === l.focalMinMm) return l.tWide;
  const share = Math.log(focalMm / l.focalMinMm) / Math.log(l.focalMaxMm / l.focalMinMm);
  return l.tWide * (l.tLong / l.tWide) ** Math.min(1, Math.max(0, share));
}

/** Millimetres by which two focal lengths may differ and still be the same lens. */
const SAME_MM = 0.5;
export const reaches = (l: Pick<Lens, 'focalMinMm' | 'focalMaxMm'>, focalMm: number): boolean =>
  focalMm >= l.focalMinMm - SAME_MM && focalMm <= l.focalMaxMm + SAME_MM;

/** What a shot says of its lens, camera by camera: `85 mm`, `100 mm macro`, `A 85, B 50`, `24–70 mm`. */
export interface LensWish {
  /** Null: for every camera of the shot. */
  letter: string | null;
  focalMinMm: number;
  focalMaxMm: number;
  macro: boolean;
}
const WISH = /(?:\b([A-Z])[\s:=]+)?(\d+(?:\.\d+)?)(?:\s*[–-]\s*(\d+(?:\.\d+)?))?\s*(?:mm)?/g;

/** Focal lengths out of a shot’s lens field; empty when it names none. */
export function lensWishes(text: string): LensWish[] {
  const macro = /macro/i.test(text);
  return [...text.matchAll(WISH)].flatMap(([, letter, a, b]): LensWish[] => {
    const [low, high] = [Number(a), Number(b ?? a)];
    return low > 0 && high >= low ? [{ letter: letter ?? null, focalMinMm: low, focalMaxMm: high, macro }] : [];
  });
}
/** The wish for one camera: its own, else the one for all. */
export const wishFor = (wishes: readonly LensWish[], letter: string): LensWish | null =>
  wishes.find((w) => w.letter === letter) ?? wishes.find((w) => w.letter === null) ?? null;

/** How a lens goes onto a body. */
export type MountFit = { fits: 'direct' } | { fits: 'adapter'; adapterMm: number } | { fits: 'no'; why: string };

/** Flange distance out of a mount’s name, mm; null when it says none. */
export const flangeMm = (mount: string): number | null => {
  const found = /(\d+(?:\.\d+)?)\s*mm\s*$/.exec(mount.trim());
  return found ? Number(found[1]) : null;
};
/** Least room that an adapter needs between two flanges, mm. */
const LEAST_ADAPTER_MM = 1.5;

/** Same mount: direct. A longer flange distance than the body’s leaves room for an adapter of the difference; a shorter one can’t focus far. */
export function mountFit(lensMount: string, bodyMount: string): MountFit {
  if (lensMount.trim().toLowerCase() === bodyMount.trim().toLowerCase()) return { fits: 'direct' };
  if (/^fixed/i.test(bodyMount)) return { fits: 'no', why: 'its own lens can’t be taken off' };
  if (/^fixed/i.test(lensMount)) return { fits: 'no', why: 'it belongs to another camera' };
  const [l, b] = [flangeMm(lensMount), flangeMm(bodyMount)];
  if (l === null || b === null) return { fits: 'no', why: 'nobody has said the flange distance of both mounts' };
  return l - b >= LEAST_ADAPTER_MM
    ? { fits: 'adapter', adapterMm: Math.round((l - b) * 100) / 100 }
    : {
        fits: 'no',
        why: `its flange is ${l}\u00a0mm before the sensor and the body needs ${b}\u00a0mm: it would not focus far away`,
      };
}
