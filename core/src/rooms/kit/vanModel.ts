import { z } from 'zod';
import { defineTable, id, position, readBy, recordBase, requiredLine } from '../../base/records/index.ts';

const length = (what: string, least: number) =>
  z
    .number({ error: `${what} is a number of mm.` })
    .min(least, least > 0 ? `${what} must be more than 0.` : `${what} can’t be negative.`)
    .max(30_000, `${what} of over 30 m is not believable.`);
const mass = (what: string) =>
  z
    .number({ error: `${what} is a number of kg.` })
    .min(0, `${what} can’t be negative.`)
    .max(50_000, `${what} of over 50 t is not believable.`);

export const CRATE_KINDS = ['hard', 'soft', 'cart', 'loose'] as const;
export const CRATE_KIND_WORDS: Readonly<Record<(typeof CRATE_KINDS)[number], string>> = {
  ...{ hard: 'hard case', soft: 'soft bag', cart: 'cart', loose: 'loose piece' },
};
/** Where somebody put a piece by hand: x across, y from the door inwards, z up, and how it is turned; mm. */
export const handPlace = z.object({
  vehicleId: id,
  ...Object.fromEntries(['x', 'y', 'z', 'dx', 'dy', 'dz'].map((k) => [k, z.number().min(-30_000).max(60_000)])),
} as { vehicleId: typeof id } & Record<'x' | 'y' | 'z' | 'dx' | 'dy' | 'dz', z.ZodNumber>);

/** A case, bag, cart or loose piece as it is loaded. */
export const crateFields = z.object(
  readBy('work', {
    name: requiredLine('The piece’s name', 60),
    widthMm: length('Its width', 1),
    depthMm: length('Its depth', 1),
    heightMm: length('Its height', 1),
    massKg: mass('Its weight'),
    /** Its height stays its height. */
    thisSideUp: z.boolean({ error: 'This side up is yes or no.' }),
    /** What may stand on it; null: anything. */
    bearsKg: mass('What it bears').nullable(),
    /** At which stop it comes off: 1 first. */
    stop: z.int('A stop is a whole number.').min(1, 'Stops begin at 1.').max(99, 'Ninety-nine stops are the most.'),
    kind: z.enum(CRATE_KINDS, { error: 'Choose hard case, soft bag, cart or loose piece.' }),
    /** Whose it is on the way; null: nobody’s in particular. */
    carrierId: id.nullable(),
    hand: handPlace.nullable(),
    position,
  }),
);
export const crate = crateFields.extend(recordBase);
export type Crate = z.infer<typeof crate>;
/** The table of cases and other pieces that are loaded. */
export const crateTable = defineTable({
  name: 'crates',
  one: 'piece',
  row: crate,
  fields: crateFields,
  sortedBy: 'position',
  points: { carrierId: 'people' },
});

/** What is looked at before a vehicle leaves. */
export const READY_CHECKS = ['fuel', 'tyres', 'spare', 'pump', 'ramp', 'straps', 'papers'] as const;
export type ReadyCheck = (typeof READY_CHECKS)[number];
export const READY_WORDS: Readonly<Record<ReadyCheck, string>> = {
  ...{ fuel: 'Fuel, or charged', tyres: 'Tyres', spare: 'Spare wheel', pump: 'Pump', ramp: 'Ramp' },
  ...{ straps: 'Straps', papers: 'Papers, warning triangle, vests' },
};

/** A vehicle’s hold: inside measures from the door inwards, its door, wheel arches, and what may be loaded. */
export const vehicleFields = z.object(
  readBy('work', {
    name: requiredLine('The vehicle’s name', 60),
    widthMm: length('Its width', 1),
    depthMm: length('Its depth', 1),
    heightMm: length('Its height', 1),
    doorWidthMm: length('The door’s width', 1),
    doorHeightMm: length('The door’s height', 1),
    /** Of the arches on both sides: how far each comes in, how long and high it is, and how far from the door it begins. 0: none. */
    archInMm: length('How far an arch comes in', 0),
    archLongMm: length('How long an arch is', 0),
    archHighMm: length('How high an arch is', 0),
    archFromDoorMm: length('From the door to an arch', 0),
    payloadKg: mass('The payload'),
    /** From the door to each axle; what cargo may add to it. */
    frontAxleMm: length('From the door to the front axle', 0),
    rearAxleMm: length('From the door to the rear axle', 0),
    frontAxleKg: mass('What the front axle may get'),
    rearAxleKg: mass('What the rear axle may get'),
    /** Who drives it, and who could instead; null: nobody yet. */
    driverId: id.nullable(),
    secondDriverId: id.nullable(),
    /** What of it was looked at and is well. */
    ready: z.array(z.enum(READY_CHECKS)).max(READY_CHECKS.length),
    /** How long loading it took, with so many pieces; null: nobody measured. */
    loadMin: z
      .number({ error: 'Loading is a number of minutes.' })
      .min(0, 'Loading can’t take less than nothing.')
      .max(1440, 'A day of loading is not believable.')
      .nullable(),
    loadPieces: z.int('Pieces are a whole number.').min(0, 'Pieces can’t be negative.').max(1000),
    position,
  }),
);
export const vehicle = vehicleFields.extend(recordBase);
export type Vehicle = z.infer<typeof vehicle>;
/** The table of vehicles that are loaded. */
export const vehicleTable = defineTable({
  name: 'vehicles',
  one: 'vehicle',
  row: vehicle,
  fields: vehicleFields,
  sortedBy: 'position',
  points: { driverId: 'people', secondDriverId: 'people' },
});

/** A long van, empty: typical inside measures, to be measured at the real one. */
export const VEHICLE_DEFAULTS: Omit<z.infer<typeof vehicleFields>, 'position' | 'name'> = {
  ...{ widthMm: 1750, depthMm: 3200, heightMm: 1800, doorWidthMm: 1550, doorHeightMm: 1700 },
  ...{ archInMm: 200, archLongMm: 800, archHighMm: 300, archFromDoorMm: 500 },
  ...{ payloadKg: 900, frontAxleMm: 4200, rearAxleMm: 900, frontAxleKg: 400, rearAxleKg: 800 },
  ...{ driverId: null, secondDriverId: null, ready: [], loadMin: null, loadPieces: 0 },
};
/** A case as it begins: sizes to be measured at the real one. */
export const CRATE_DEFAULTS: Omit<z.infer<typeof crateFields>, 'position' | 'name'> = {
  ...{ widthMm: 600, depthMm: 400, heightMm: 400, massKg: 15, thisSideUp: false, bearsKg: null, stop: 1 },
  ...{ kind: 'hard', carrierId: null, hand: null },
};
