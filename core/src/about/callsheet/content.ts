import { z } from 'zod';
import { id } from '../../base/records/index.ts';
import { personKind } from '../../rooms/people/index.ts';
import { forecast, saidForecast } from '../../rooms/weather/index.ts';

const minute = z.number();
const span = { startMin: minute, endMin: minute };

export const sheetPerson = z.object({
  id,
  name: z.string(),
  shortName: z.string(),
  kind: personKind,
  role: z.string(),
  department: z.string(),
  callMin: minute,
  /** First and last need in a picture; null for who is in none. */
  firstNeedMin: minute.nullable(),
  releaseMin: minute.nullable(),
  /** Why the call is what it is. */
  why: z.string(),
  comms: z.string(),
  /** Where the first line they are needed for is; the first place for crew. */
  placeId: id.nullable(),
  minor: z.boolean(),
});
export type SheetPerson = z.infer<typeof sheetPerson>;

export const sheetPlace = z.object({
  id,
  name: z.string(),
  address: z.string(),
  directions: z.string(),
  parking: z.string(),
  walkMin: minute,
  latitude: z.number().nullable(),
  longitude: z.number().nullable(),
  hospital: z.string(),
  contact: z.string(),
  confirmed: z.boolean(),
  /** Toilets, eating, exits, alarms: what was found that people need there. */
  facts: z.array(z.string()),
});
export type SheetPlace = z.infer<typeof sheetPlace>;

export const sheetLine = z.object({
  kind: z.enum(['call', 'change', 'work', 'meal', 'wait', 'strike']),
  ...span,
  title: z.string(),
  unit: z.number(),
  /** Code to type ticks back by; empty where there is nothing to tick. */
  code: z.string(),
  light: z.string(),
  cameras: z.array(z.string()),
  personIds: z.array(id),
  shotCodes: z.array(z.string()),
  placeId: id.nullable(),
  fixed: z.boolean(),
  /** The start is meant about then. */
  about: z.boolean().optional(),
});
export type SheetLine = z.infer<typeof sheetLine>;

export const sheetShot = z.object({
  id,
  code: z.string(),
  row: z.string(),
  scene: z.string(),
  what: z.string(),
  /** Size, lens, support and movement as one reads them. */
  how: z.string(),
  cameras: z.array(z.string()),
  light: z.string(),
  personIds: z.array(id),
  startMin: minute,
  minutes: minute,
  takes: z.number(),
  priority: z.enum(['must', 'should', 'nice']),
  sound: z.string(),
});
export const sheetScene = z.object({
  number: z.string(),
  title: z.string(),
  where: z.string(),
  personIds: z.array(id),
  props: z.string(),
  wardrobe: z.string(),
});

/**
 * Everything a day’s sheet says, in words and figures of its own, so that a frozen one stays what went out whatever changes later. Nobody’s
 * phone, diet or rate stands in it: those are read for who may see them when a sheet is shown; diets are counted.
 */
export const sheetContent = z.object({
  production: z.object({ title: z.string(), client: z.string() }),
  dayNumber: z.number(),
  ofDays: z.number(),
  date: z.string(),
  timeZone: z.string(),
  callMin: minute,
  wrapMin: minute,
  notes: z.string(),
  people: z.array(sheetPerson),
  places: z.array(sheetPlace),
  lines: z.array(sheetLine),
  shots: z.array(sheetShot),
  scenes: z.array(sheetScene),
  sun: z
    .object({
      place: z.string(),
      riseMin: minute.nullable(),
      setMin: minute.nullable(),
      lowSunStartMin: minute.nullable(),
      duskMin: minute.nullable(),
    })
    .nullable(),
  /** Made up; only on sheets from before forecasts were typed by hand. */
  forecast: forecast.nullable(),
  /** As somebody said it, with its source. */
  weather: saidForecast.extend({ gustMps: z.number().nullable() }).nullable().optional(),
  diets: z.array(z.object({ diet: z.string(), count: z.number() })),
  heads: z.number(),
  /** Rates, picture, sound: what camera and sound go by. */
  technical: z.array(z.string()),
  soundNotes: z.array(z.string()),
  quiet: z.array(z.object({ ...span, words: z.string() })),
  safety: z.array(z.string()),
  /** The light of the day’s setups as small plans; sheets from before them have none. */
  plans: z.array(z.object({ code: z.string(), name: z.string(), svg: z.string() })).optional(),
  /** Boards of its shots that were scribbled; photographs stay in Kavrell. */
  boards: z.array(z.object({ code: z.string(), svg: z.string() })).optional(),
  /** What is missing or was assumed, in words. */
  gaps: z.array(z.string()),
});
export type SheetContent = z.infer<typeof sheetContent>;
