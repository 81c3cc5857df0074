import { z } from 'zod';
import { SKIES } from '../../physics/sun/index.ts';
import { id, line, minuteOfDay } from '../../base/records/index.ts';

const number = (label: string, unit: string, least: number, most: number) => {
  const figure = (v: number) => (unit === '' ? String(v) : `${v} ${unit}`);
  return z
    .number({ error: unit === '' ? `${label} is a number.` : `${label} is a number of ${unit}.` })
    .min(least, `${label} must be ${figure(least)} or more.`)
    .max(most, `${label} may be ${figure(most)} at most.`);
};
/** A share of full, typed in percent. */
const share = (label: string) => {
  const words = `${label} runs from 0 to 100\u00a0%.`;
  return z.number({ error: words }).min(0, words).max(1, words);
};

/** Where every thing on the plan stands: metres from the room’s top left corner, clockwise degrees from the plan’s up. */
const standing = {
  id: z.string().min(1).max(40),
  name: line('The name', 60),
  xM: number('The place across', 'm', -100, 300),
  yM: number('The place down the plan', 'm', -100, 300),
  /** Height of what matters of it above the floor: a face, a lens, a lamp’s face, a frame’s middle. */
  zM: number('The height', 'm', 0, 40),
  turnDeg: number('The turn', '°', -360, 720),
};
const key = z.string().max(48).nullable();
/** What is raised on a stand. */
const raised = {
  standKey: key,
  ballastKg: number('The ballast', 'kg', 0, 1000),
  watcherId: id.nullable(),
};
const size = { widthM: number('The width', 'm', 0.05, 30), heightM: number('The height', 'm', 0.05, 30) };

export const LIGHT_ROLES = ['key', 'fill', 'back', 'hair', 'background', 'practical', 'effect'] as const;
export type LightRole = (typeof LIGHT_ROLES)[number];

export const person = z.object({
  ...standing,
  kind: z.literal('person'),
  personId: id.nullable(),
  spectacles: z.boolean(),
});
export const planCamera = z.object({
  ...standing,
  kind: z.literal('camera'),
  letter: z.string().regex(/^[A-Z]$/, 'A camera is called by one capital letter.'),
  tiltDeg: number('The tilt', '°', -90, 90),
  focalMm: number('The focal length', 'mm', 2, 2000),
  /** How much wider an anamorphic lens sees than its focal length says; left out: 1, a spherical one. */
  squeeze: number('The squeeze', '', 1, 2).optional(),
});
export const source = z.object({
  ...standing,
  ...raised,
  kind: z.literal('source'),
  role: z.enum(LIGHT_ROLES, { error: 'Choose what the light is for.' }),
  fixtureKey: z.string().max(48),
  modifierKeys: z.array(z.string().max(48)).max(4, 'A lamp takes four modifiers at most.'),
  gelKeys: z.array(z.string().max(48)).max(4, 'A lamp takes four gels at most.'),
  tiltDeg: number('The tilt', '°', -90, 90),
  level: share('The level'),
  colourK: number('The colour', 'K', 1000, 25_000).nullable(),
  on: z.boolean(),
  /** A circuit of the place, or null: on battery, or nobody has said. */
  circuitId: id.nullable(),
  battery: z.boolean(),
  /** Metres of cable planned for it; null: not yet. */
  cableM: number('The cable', 'm', 0, 500).nullable(),
});
export const flag = z.object({
  ...standing,
  ...raised,
  ...size,
  kind: z.literal('flag'),
  tiltDeg: number('The tilt', '°', -90, 90),
});
export const frame = z.object({
  ...standing,
  ...raised,
  ...size,
  kind: z.literal('frame'),
  tiltDeg: number('The tilt', '°', -90, 90),
  clothKey: z.string().max(48),
});
export const bounce = z.object({
  ...standing,
  ...raised,
  ...size,
  kind: z.literal('bounce'),
  tiltDeg: number('The tilt', '°', -90, 90),
  clothKey: z.string().max(48),
});
export const planMirror = z.object({
  ...standing,
  ...size,
  kind: z.literal('mirror'),
  tiltDeg: number('The tilt', '°', -90, 90),
});
/** A place to read the light at, facing where it is turned. */
export const meter = z.object({ ...standing, kind: z.literal('meter') });
export const planItem = z.discriminatedUnion('kind', [
  person,
  planCamera,
  source,
  flag,
  frame,
  bounce,
  planMirror,
  meter,
]);
export type PlanItem = z.infer<typeof planItem>;
export type PersonItem = z.infer<typeof person>;
export type CameraItem = z.infer<typeof planCamera>;
export type SourceItem = z.infer<typeof source>;
export type FlagItem = z.infer<typeof flag>;
export type FrameItem = z.infer<typeof frame>;
export type BounceItem = z.infer<typeof bounce>;
export type MirrorItem = z.infer<typeof planMirror>;
export type MeterItem = z.infer<typeof meter>;
/** What stands up and can fall. */
export type RaisedItem = SourceItem | FlagItem | FrameItem | BounceItem;
export const isRaised = (i: PlanItem): i is RaisedItem =>
  i.kind === 'source' || i.kind === 'flag' || i.kind === 'frame' || i.kind === 'bounce';

export const CUE_KINDS = ['dim', 'sweep', 'effect'] as const;
/** Something a light does during a shot, and who does it. */
export const lightCue = z.object({
  id: z.string().min(1).max(40),
  /** When, as it is called. */
  on: line('The moment', 120),
  itemId: z.string().max(40),
  kind: z.enum(CUE_KINDS, { error: 'Choose dim, sweep or effect.' }),
  fromLevel: share('The level before'),
  toLevel: share('The level after'),
  seconds: number('The time it takes', 's', 0, 3600),
  personId: id.nullable(),
  /** Haze machine off while it runs. */
  hazeOff: z.boolean(),
});
export type LightCue = z.infer<typeof lightCue>;

export const HAZE = ['none', 'light', 'thick'] as const;
export const DAYLIGHT = ['computed', 'out'] as const;

export const lightPlan = z
  .object({
    roomId: id.nullable(),
    items: z.array(planItem).max(200, 'A plan holds 200 things at most.'),
    cues: z.array(lightCue).max(60, 'A setup has 60 cues at most.'),
    /** The hour it is lit for; null: daylight is left out. */
    atMin: minuteOfDay('The hour').nullable(),
    daylight: z.enum(DAYLIGHT, { error: 'Choose whether daylight comes in.' }),
    sky: z.enum(SKIES, { error: 'Choose clear, partly or overcast.' }),
    /** What the place itself gives, as read there without our lamps. */
    ambientLux: number('The light of the place', 'lux', 0, 200_000),
    ambientK: number('Its colour', 'K', 1000, 25_000),
    haze: z.enum(HAZE, { error: 'Choose none, light or thick.' }),
    /** Expected gust; null: as the day says. */
    gustMps: number('The gust', 'm/s', 0, 60).nullable(),
    wanted: z.object({
      faceId: z.string().max(40).nullable(),
      tStop: number('The stop', '', 0.5, 64).nullable(),
      ratio: number('The ratio', '', 1, 256).nullable(),
      whiteK: number('The white balance', 'K', 1000, 25_000),
    }),
  })
  .refine((p) => new Set(p.items.map((i) => i.id)).size === p.items.length, {
    error: 'Two things on the plan have the same id.',
    path: ['items'],
  });
export type LightPlan = z.infer<typeof lightPlan>;

/** A plan with nothing on it. */
export const PLAN_DEFAULTS: LightPlan = {
  roomId: null,
  items: [],
  cues: [],
  atMin: null,
  daylight: 'computed',
  sky: 'overcast',
  ambientLux: 0,
  ambientK: 4000,
  haze: 'none',
  gustMps: null,
  wanted: { faceId: null, tStop: null, ratio: null, whiteK: 5600 },
};
