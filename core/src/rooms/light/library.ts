import { z } from 'zod';
import { defineTable, line, readBy, recordBase, requiredLine } from '../../base/records/index.ts';

const from0 = (label: string, unit: string, most: number) =>
  z
    .number({ error: `${label} is a number of ${unit}.` })
    .min(0, `${label} can’t be negative.`)
    .max(most, `${label} may be ${most} ${unit} at most.`);
const share = (label: string) =>
  z
    .number({ error: `${label} is a share from 0 to 1.` })
    .min(0, `${label} is a share from 0 to 1.`)
    .max(1, `${label} is a share from 0 to 1.`);
const kelvin = (label: string) =>
  z
    .number({ error: `${label} is a number of K.` })
    .min(1000, `${label} is 1000 K or more.`)
    .max(25_000, `${label} is 25,000 K at most.`);

/** A lamp: what it gives at full level, how wide, from how large a face, and what it needs. */
export const fixtureData = z.object({
  kind: z.literal('fixture'),
  /** Mains draw at full, W. */
  watts: from0('The draw', 'W', 50_000),
  /** On axis at one metre, full level, without modifier. */
  luxAt1m: from0('The reading at 1 m', 'lux', 10_000_000),
  /** Full angle to half intensity; 360 all round. */
  beamDeg: z
    .number({ error: 'The beam is a number of degrees.' })
    .min(1, 'A beam under 1° is not believable.')
    .max(360, 'A beam has 360° at most.'),
  widthM: from0('The face’s width', 'm', 10),
  /** 0: the face is round. */
  heightM: from0('The face’s height', 'm', 10),
  lowK: kelvin('The warmest colour'),
  highK: kelvin('The coolest colour'),
  massKg: from0('The weight', 'kg', 500),
  /** Lowest level it dims to, 1 when it can’t be dimmed. */
  leastLevel: share('The lowest level'),
  /** Own battery, Wh; 0 without. */
  batteryWh: from0('The battery', 'Wh', 10_000),
  /** Its front gets hot enough to harm cloth. */
  hot: z.boolean(),
  control: line('How it is controlled', 60),
});
/** Something in front of a lamp: what of its light is left, and the size and beam that come of it. */
export const modifierData = z.object({
  kind: z.literal('modifier'),
  /** Reading on axis with it, as a share of the bare one. */
  transmission: share('The transmission'),
  beamDeg: z.number().min(1, 'A beam under 1° is not believable.').max(360, 'A beam has 360° at most.').nullable(),
  widthM: from0('The face’s width', 'm', 10).nullable(),
  heightM: from0('The face’s height', 'm', 10).nullable(),
  massKg: from0('The weight', 'kg', 100),
});
export const gelData = z.object({
  kind: z.literal('gel'),
  transmission: share('The transmission'),
  /** Shift in mired: positive warms. */
  shiftMired: z
    .number()
    .min(-500, 'A shift under −500 mired is not believable.')
    .max(500, 'A shift over 500 mired is not believable.'),
});
/** Cloth of a frame (it lets light through) or the surface of a bounce (it throws it back). */
export const clothData = z.object({
  kind: z.literal('cloth'),
  transmission: share('The transmission'),
  reflectance: share('The reflectance'),
  /** Share of what is thrown back that goes as from a mirror. */
  mirrorShare: share('The mirror share'),
});
export const standData = z.object({
  kind: z.literal('stand'),
  topM: from0('The top height', 'm', 30),
  loadKg: from0('The load', 'kg', 1000),
  baseRadiusM: from0('The base’s radius', 'm', 10),
  massKg: from0('The weight', 'kg', 500),
});
/** How far one’s own lamp is off its figures, with what is put on it, by one’s own meter. */
export const measuredData = z.object({
  kind: z.literal('measured'),
  /** The lamp’s key. */
  of: z.string().min(1, 'Which lamp was measured is missing.').max(48),
  /** The keys of what is on it, in order and joined by +; empty: bare. */
  withKeys: z.string().max(200),
  /** Above its figures, in stops; under them negative. */
  stops: z
    .number({ error: 'The difference is a number of stops.' })
    .min(-4, 'More than four stops under its figures is not believable.')
    .max(4, 'More than four stops over its figures is not believable.'),
});
export const kitData = z.discriminatedUnion('kind', [
  fixtureData,
  modifierData,
  gelData,
  clothData,
  standData,
  measuredData,
]);
export type KitData = z.infer<typeof kitData>;
export type Fixture = z.infer<typeof fixtureData>;
export type Modifier = z.infer<typeof modifierData>;
export type Gel = z.infer<typeof gelData>;
export type Cloth = z.infer<typeof clothData>;
export type Stand = z.infer<typeof standData>;

/** Equipment of one’s own: new, or in place of a typical one of the same key (an own measurement). */
export const lightKitFields = z.object(
  readBy('work', {
    key: z
      .string()
      .trim()
      .regex(/^[a-z0-9][a-z0-9-]{1,47}$/, 'A key is small letters, digits and dashes, such as panel-2x1.'),
    name: requiredLine('The name', 80),
    data: kitData,
    notes: line('Notes', 200),
  }),
);
export const lightKit = lightKitFields.extend(recordBase);
export type LightKit = z.infer<typeof lightKit>;
/** The table of light kit. */
export const lightKitTable = defineTable({
  name: 'lightKit',
  one: 'piece of light kit',
  row: lightKit,
  fields: lightKitFields,
  rules: { light_kit_key_live: 'There is a piece of kit of that key already.' },
});

export interface KitEntry<D extends KitData = KitData> {
  key: string;
  name: string;
  data: D;
  /** Whether it is one’s own figure rather than a typical one. */
  own: boolean;
}
export type Catalogue = ReadonlyMap<string, KitEntry>;

type Row = [key: string, name: string, data: KitData];
/* oxlint-disable max-params -- rows of a table: what stands in which column is seen where they stand below one another. */
const lamp = (
  key: string,
  name: string,
  watts: number,
  luxAt1m: number,
  beamDeg: number,
  size: [number, number],
  massKg: number,
  more: Partial<Fixture> = {},
): Row => [
  key,
  name,
  {
    kind: 'fixture',
    watts,
    luxAt1m,
    beamDeg,
    widthM: size[0],
    heightM: size[1],
    lowK: 5600,
    highK: 5600,
    massKg,
    leastLevel: 0.05,
    batteryWh: 0,
    hot: false,
    control: 'by hand or remote',
    ...more,
  },
];
const ROUND = (m: number): [number, number] => [m, 0];
const front = (
  key: string,
  name: string,
  transmission: number,
  beamDeg: number | null,
  size: [number, number] | null,
  massKg: number,
): Row => [
  key,
  name,
  { kind: 'modifier', transmission, beamDeg, widthM: size?.[0] ?? null, heightM: size?.[1] ?? null, massKg },
];
const gel = (key: string, name: string, transmission: number, shiftMired: number): Row => [
  key,
  name,
  { kind: 'gel', transmission, shiftMired },
];
const cloth = (key: string, name: string, transmission: number, reflectance: number, mirrorShare = 0): Row => [
  key,
  name,
  { kind: 'cloth', transmission, reflectance, mirrorShare },
];
const stand = (key: string, name: string, topM: number, loadKg: number, baseRadiusM: number, massKg: number): Row => [
  key,
  name,
  { kind: 'stand', topM, loadKg, baseRadiusM, massKg },
];

/* oxlint-enable max-params */

const COLOUR = { lowK: 2000, highK: 10_000 };
/**
 * Typical figures of their class, good to about a third of a stop; daylight balance, full level, on axis. Every one can be put
 * right by a row of one’s own with the same key. Warm and cool gels: mired of the usual full, half and quarter strengths.
 */
const TYPICAL: readonly Row[] = [
  lamp('cob-60', 'daylight COB 60 W', 75, 7000, 55, ROUND(0.18), 1.5),
  lamp('cob-120', 'daylight COB 120 W', 150, 15_000, 55, ROUND(0.18), 2.8),
  lamp('cob-220', 'bi-colour COB 220 W', 270, 24_000, 55, ROUND(0.18), 3.6, { lowK: 2700, highK: 6500 }),
  lamp('cob-300', 'daylight COB 300 W', 350, 40_000, 55, ROUND(0.18), 5.5),
  lamp('cob-600', 'daylight COB 600 W', 720, 70_000, 55, ROUND(0.18), 9.8),
  lamp('fresnel-200', 'LED fresnel 200 W, flood', 240, 9000, 45, ROUND(0.15), 5),
  lamp('fresnel-200-spot', 'LED fresnel 200 W, spot', 240, 60_000, 15, ROUND(0.15), 5),
  lamp('panel-1x1', 'panel 1×1 ft, 100 W', 120, 2800, 105, [0.3, 0.3], 2.5, { lowK: 2700, highK: 6500 }),
  lamp('panel-2x1', 'panel 2×1 ft, 300 W', 360, 9000, 100, [0.6, 0.3], 9, COLOUR),
  lamp('panel-large', 'large panel 600 W', 720, 16_000, 100, [0.7, 0.4], 14, COLOUR),
  lamp('mat-2x2', 'flexible mat 2×2 ft, 100 W', 120, 2600, 115, [0.6, 0.6], 1.8, { lowK: 2700, highK: 6500 }),
  lamp('panel-battery', 'battery panel 60 W', 70, 1600, 105, [0.3, 0.3], 2.2, {
    lowK: 2700,
    highK: 6500,
    batteryWh: 150,
  }),
  lamp('tube-2', 'colour tube 2 ft', 16, 320, 115, [0.6, 0.03], 0.7, { ...COLOUR, batteryWh: 36 }),
  lamp('tube-4', 'colour tube 4 ft', 36, 600, 115, [1.2, 0.03], 1.3, { ...COLOUR, batteryWh: 80 }),
  lamp('par-150', 'stage par 150 W', 180, 30_000, 20, ROUND(0.25), 5, {
    lowK: 3200,
    highK: 3200,
    control: 'over the lamp network',
  }),
  lamp('on-camera', 'on-camera light 10 W', 12, 600, 60, [0.08, 0.06], 0.3, { batteryWh: 20, lowK: 3200, highK: 5600 }),
  lamp('bulb-60', 'practical bulb 60 W', 60, 65, 360, ROUND(0.06), 0.2, {
    lowK: 2700,
    highK: 2700,
    hot: true,
    leastLevel: 0.1,
    control: 'dimmer; ripples with the mains',
  }),
  lamp('tungsten-650', 'tungsten fresnel 650 W', 650, 11_000, 45, ROUND(0.11), 4, {
    lowK: 3200,
    highK: 3200,
    hot: true,
    leastLevel: 0.2,
  }),
  lamp('candle', 'candle', 0, 1, 360, ROUND(0.02), 0, {
    lowK: 1900,
    highK: 1900,
    hot: true,
    leastLevel: 1,
    control: 'by hand',
  }),
  front('dome-90', 'dome 0.9 m', 0.2, 100, ROUND(0.9), 1.5),
  front('dome-90-grid', 'dome 0.9 m with grid', 0.123, 45, ROUND(0.9), 1.9),
  front('dome-150', 'dome 1.5 m', 0.186, 100, ROUND(1.5), 3.2),
  front('lantern-65', 'lantern 0.65 m', 0.083, 360, ROUND(0.65), 1.4),
  front('lantern-skirt', 'lantern 0.65 m with skirt', 0.083, 180, ROUND(0.65), 1.6),
  front('egg-crate', 'egg crate 40°', 0.7, 40, null, 0.6),
  front('barn-doors', 'barn doors', 1, null, null, 0.5),
  gel('cto-quarter', 'quarter orange', 0.81, 42),
  gel('cto-half', 'half orange', 0.71, 81),
  gel('cto-full', 'full orange', 0.55, 133),
  gel('ctb-quarter', 'quarter blue', 0.7, -30),
  gel('ctb-half', 'half blue', 0.55, -68),
  gel('ctb-full', 'full blue', 0.36, -131),
  gel('frost-light', 'light frost', 0.75, 0),
  gel('frost-half', 'half frost', 0.6, 0),
  gel('frost-full', 'full frost', 0.45, 0),
  gel('nd-3', 'neutral density, one stop', 0.5, 0),
  cloth('grid-quarter', 'quarter grid cloth', 0.5, 0.4),
  cloth('grid-half', 'half grid cloth', 0.35, 0.55),
  cloth('grid-full', 'full grid cloth', 0.18, 0.7),
  cloth('silk', 'silk', 0.5, 0.4),
  cloth('opal', 'opal', 0.7, 0.2),
  cloth('black', 'black', 0, 0.04),
  cloth('white', 'white bounce', 0, 0.9),
  cloth('muslin', 'muslin', 0, 0.8),
  cloth('silver', 'silver', 0, 0.9, 0.5),
  stand('stand-light', 'light stand', 2.6, 4, 0.5, 2.2),
  stand('stand-arm', 'heavy-base stand with arm', 3.2, 9, 0.45, 6.5),
  stand('stand-junior', 'junior combo', 3.3, 30, 0.6, 9),
  stand('stand-windup', 'wind-up', 3.8, 80, 0.85, 25),
  stand('stand-roller', 'baby roller', 3.5, 18, 0.6, 11),
];

/** Typical equipment with one’s own put over it, by key; own rows of a key that is not typical come after. */
export function catalogueOf(own: readonly Pick<LightKit, 'key' | 'name' | 'data'>[] = []): Catalogue {
  const all = new Map<string, KitEntry>(TYPICAL.map(([key, name, data]) => [key, { key, name, data, own: false }]));
  for (const { key, name, data } of own)
    all.set(data.kind === 'measured' ? measuredKey(data.of, data.withKeys.split('+')) : key, {
      key,
      name,
      data,
      own: true,
    });
  return all;
}

/** Where the catalogue holds what was measured of a lamp with what is on it. No key of a row looks like it. */
export const measuredKey = (fixtureKey: string, modifierKeys: readonly string[]): string =>
  `measured ${fixtureKey} ${modifierKeys.filter(Boolean).sort().join('+')}`;

/** An entry of the catalogue of one kind; null when it is not there, or of another kind. */
export function entryOf<K extends KitData['kind']>(
  catalogue: Catalogue,
  key: string | null,
  kind: K,
): KitEntry<Extract<KitData, { kind: K }>> | null {
  const entry = key === null ? undefined : catalogue.get(key);
  return entry?.data.kind === kind ? (entry as KitEntry<Extract<KitData, { kind: K }>>) : null;
}

/** All entries of one kind. */
export function entriesOf<K extends KitData['kind']>(
  catalogue: Catalogue,
  kind: K,
): KitEntry<Extract<KitData, { kind: K }>>[] {
  return [...catalogue.values()].filter((e): e is KitEntry<Extract<KitData, { kind: K }>> => e.data.kind === kind);
}
