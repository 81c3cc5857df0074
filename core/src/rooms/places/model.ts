import { z } from 'zod';
import {
  defineTable,
  id,
  line,
  minutes,
  position,
  readBy,
  recordBase,
  requiredLine,
} from '../../base/records/index.ts';
import type { SunPlace } from '../../physics/sun/index.ts';

/** How high hills and houses stand in a direction. */
export const skylinePoint = z.object({
  bearingDeg: z.number().min(0, 'A bearing runs from 0 to 360°.').max(360, 'A bearing runs from 0 to 360°.'),
  altitudeDeg: z
    .number()
    .min(0, 'A height of the skyline runs from 0 to 90°.')
    .max(90, 'A height of the skyline runs from 0 to 90°.'),
});
export type SkylinePoint = z.infer<typeof skylinePoint>;

export const placeFields = z.object(
  readBy('work', {
    name: requiredLine('The place’s name', 80),
    /** Null, both: nobody has said where it is. */
    latitude: z
      .number({ error: 'Latitude is a number of degrees.' })
      .min(-90, 'Latitude runs from −90 to 90°.')
      .max(90, 'Latitude runs from −90 to 90°.')
      .nullable(),
    longitude: z
      .number({ error: 'Longitude is a number of degrees.' })
      .min(-180, 'Longitude runs from −180 to 180°.')
      .max(180, 'Longitude runs from −180 to 180°.')
      .nullable(),
    address: line('The address', 300),
    /** How one gets there: turnings, gates, whom to ring. */
    directions: line('The way there', 400),
    parking: line('Parking', 200),
    walkMin: minutes('The walk from the car', 240),
    power: line('Power', 300),
    hospital: line('The nearest hospital', 200),
    contact: line('The contact', 160),
    notes: line('Notes', 600),
    confirmed: z.boolean(),
    /** Where to go when this place falls through. */
    backupPlaceId: id.nullable(),
    /** Hills and houses by bearing; between two points it is drawn straight. */
    skyline: z.array(skylinePoint).max(72, 'A skyline has 72 points at most.'),
  }),
);
export const place = placeFields.extend(recordBase);
export type Place = z.infer<typeof place>;
/** The table of places. */
export const placeTable = defineTable({
  name: 'places',
  one: 'place',
  row: place,
  fields: placeFields,
  points: { backupPlaceId: 'places' },
});

/** A new place's values beside its name. */
export const PLACE_DEFAULTS: Omit<z.infer<typeof placeFields>, 'name'> = {
  latitude: null,
  longitude: null,
  address: '',
  directions: '',
  parking: '',
  walkMin: 0,
  power: '',
  hospital: '',
  contact: '',
  notes: '',
  confirmed: false,
  backupPlaceId: null,
  skyline: [],
};

/** Where a place is; null when nobody has said. */
export function spotOf(
  place: Pick<Place, 'latitude' | 'longitude'> | null | undefined,
): { latitude: number; longitude: number } | null {
  if (!place || place.latitude === null || place.longitude === null) return null;
  return { latitude: place.latitude, longitude: place.longitude };
}

/** A place on a date, as the sun is asked for; null without a date or a position. */
export function sunPlaceOf(
  day: { date: string; timeZone: string } | null | undefined,
  place: Pick<Place, 'latitude' | 'longitude'> | null | undefined,
): SunPlace | null {
  const spot = spotOf(place);
  return day && spot ? { date: day.date, timeZone: day.timeZone, ...spot } : null;
}

export const moveFields = z.object(
  readBy('work', {
    fromPlaceId: id,
    toPlaceId: id,
    loadOutMin: minutes('Load-out', 600),
    travelMin: minutes('Travel', 1440),
    loadInMin: minutes('Load-in', 600),
  }),
);
export const move = moveFields.extend(recordBase);
export type Move = z.infer<typeof move>;
/** The table of moves. */
export const moveTable = defineTable({
  name: 'moves',
  one: 'move',
  row: move,
  fields: moveFields,
  points: { fromPlaceId: 'places', toPlaceId: 'places' },
  rules: { moves_pair_live: 'There is a move between these places already.' },
});

/** Minutes of a whole move: load-out, travel, load-in. */
export function moveMin(m: Pick<Move, 'loadOutMin' | 'travelMin' | 'loadInMin'>): number {
  return m.loadOutMin + m.travelMin + m.loadInMin;
}

const metres = (label: string, least: number, most: number) =>
  z
    .number({ error: `${label} is a number of metres.` })
    .min(least, `${label} must be ${least} m or more.`)
    .max(most, `${label} may be ${most} m at most.`);

export const FEATURE_KINDS = ['window', 'door', 'mirror', 'socket', 'block', 'water'] as const;
export const FEATURE_WORDS: Readonly<Record<(typeof FEATURE_KINDS)[number], string>> = {
  window: 'window',
  door: 'door',
  mirror: 'mirror or glass',
  socket: 'socket',
  block: 'furniture or machine',
  water: 'water',
};

/** Something that belongs to the room: on the plan from one point to another (a socket stands at its first). */
export const feature = z
  .object({
    id: z.string().min(1).max(40),
    kind: z.enum(FEATURE_KINDS, { error: 'Choose what it is.' }),
    name: line('The name', 60),
    x1: metres('A place on the plan', -100, 300),
    y1: metres('A place on the plan', -100, 300),
    x2: metres('A place on the plan', -100, 300),
    y2: metres('A place on the plan', -100, 300),
    bottomM: metres('The sill', 0, 60),
    topM: metres('The top', 0, 60),
    /** Of a window: whether a lamp can stand outside it. */
    reachable: z.boolean(),
    circuitId: id.nullable(),
  })
  .refine((f) => f.topM >= f.bottomM, { error: 'The top lies above the sill.', path: ['topM'] });
export type Feature = z.infer<typeof feature>;

/** A room of a place, or an open space: a rectangle in metres, the top of the plan looking `upBearingDeg`. */
export const roomFields = z.object(
  readBy('work', {
    placeId: id,
    name: requiredLine('The room’s name', 60),
    widthM: metres('The width', 0.5, 200),
    depthM: metres('The depth', 0.5, 200),
    heightM: metres('The height', 0.5, 60),
    outside: z.boolean(),
    upBearingDeg: z
      .number({ error: 'The bearing is a number of degrees.' })
      .min(0, 'A bearing runs from 0 to 360°.')
      .max(360, 'A bearing runs from 0 to 360°.'),
    /** Share of light that walls and ceiling throw back. */
    reflectance: z
      .number({ error: 'The reflectance is a share from 0 to 0.9.' })
      .min(0, 'The reflectance is a share from 0 to 0.9.')
      .max(0.9, 'The reflectance is a share from 0 to 0.9.'),
    features: z.array(feature).max(120, 'A room holds 120 things at most.'),
    position,
  }),
);
export const room = roomFields.extend(recordBase);
export type Room = z.infer<typeof room>;
/** The table of rooms. */
export const roomTable = defineTable({
  name: 'rooms',
  one: 'room',
  row: room,
  fields: roomFields,
  sortedBy: 'position',
  points: { placeId: 'places' },
});

/** A new room's values beside its place, name and position. */
export const ROOM_DEFAULTS: Omit<z.infer<typeof roomFields>, 'placeId' | 'name' | 'position'> = {
  widthM: 6,
  depthM: 4,
  heightM: 2.7,
  outside: false,
  upBearingDeg: 0,
  reflectance: 0.4,
  features: [],
};

export const CIRCUIT_KINDS = ['mains', 'generator'] as const;
/** What sockets hang on: a breaker of the house, or a generator. */
export const circuitFields = z.object(
  readBy('work', {
    placeId: id,
    name: requiredLine('The circuit’s name', 40),
    kind: z.enum(CIRCUIT_KINDS, { error: 'Choose mains or generator.' }),
    volts: z
      .number({ error: 'The voltage is a number of volts.' })
      .min(12, 'A voltage under 12 V is not believable.')
      .max(1000, 'A voltage over 1000 V is not believable.'),
    /** Null: nobody has looked. */
    breakerA: z
      .number({ error: 'The breaker is a number of amperes.' })
      .min(1, 'A breaker under 1 A is not believable.')
      .max(630, 'A breaker over 630 A is not believable.')
      .nullable(),
    otherW: z
      .number({ error: 'What else hangs on it is a number of watts.' })
      .min(0, 'What else hangs on it can’t be negative.')
      .max(100_000, 'Over 100,000 W is not believable.'),
    otherWhat: line('What else hangs on it', 120),
    /** Whether a residual-current device guards it; null: nobody has looked. */
    residualCurrent: z.boolean().nullable(),
    /** Of a generator: hours on one tank at full load. */
    tankH: z
      .number({ error: 'The tank is a number of hours.' })
      .min(0, 'The tank can’t be negative.')
      .max(500, 'A tank of over 500 h is not believable.')
      .nullable(),
    position,
  }),
);
export const circuit = circuitFields.extend(recordBase);
export type Circuit = z.infer<typeof circuit>;
/** The table of circuits. */
export const circuitTable = defineTable({
  name: 'circuits',
  one: 'circuit',
  row: circuit,
  fields: circuitFields,
  sortedBy: 'position',
  points: { placeId: 'places' },
});
/** A new circuit's values beside its place, name and position. */
export const CIRCUIT_DEFAULTS: Omit<z.infer<typeof circuitFields>, 'placeId' | 'name' | 'position'> = {
  kind: 'mains',
  volts: 230,
  breakerA: null,
  otherW: 0,
  otherWhat: '',
  residualCurrent: null,
  tankH: null,
};
