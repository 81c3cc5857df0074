import { z } from 'zod';
import {
  defineTable,
  id,
  line,
  minuteOfDay,
  minutes,
  position,
  readBy,
  recordBase,
  requiredLine,
} from '../../base/records/index.ts';
import { saidForecast } from '../../rooms/weather/index.ts';
import { isCalendarDate, isTimeZone } from '../../base/time/index.ts';

export const meal = z.object({
  earliestAfterMin: minutes('A meal’s earliest time').optional(),
  latestAfterMin: minutes('A meal’s latest time'),
  minutes: minutes('A meal’s length', 180).refine((m) => m > 0, 'A meal takes some minutes.'),
});
export type Meal = z.infer<typeof meal>;

export const dayFields = z.object(
  readBy('work', {
    number: z.int().min(1, 'Days are counted from 1.').max(400, 'Over 400 days is not believable.'),
    date: z.string().refine(isCalendarDate, 'Write a date that exists, as YYYY-MM-DD.'),
    timeZone: z.string().refine(isTimeZone, 'Choose a time zone such as Europe/London.'),
    /** The place whose sun and weather the day is shown with. */
    basePlaceId: id.nullable(),
    callMin: minuteOfDay('The call'),
    /** Minutes from the call to the first rig: arrival, load-in, briefing. */
    loadInMin: minutes('Load-in', 600),
    /** Minutes after the last shot: strike, cards out. */
    strikeMin: minutes('Strike', 600),
    wantedWrapMin: minuteOfDay('The wanted wrap'),
    meals: z.array(meal).max(5, 'Five meals are the most one day can have.'),
    /** Strongest gust to expect, m/s; null: nobody has said. */
    gustMps: z
      .number({ error: 'The gust is a number of metres a second.' })
      .min(0, 'A gust can’t be negative.')
      .max(60, 'A gust over 60 m/s is not believable.')
      .nullable(),
    /** As somebody said it; null: nobody has. */
    forecast: saidForecast.nullable(),
    notes: line('Notes', 2000),
  }),
);
/** A new day's values beside its number, date and zone. */
export const DAY_DEFAULTS: Omit<z.infer<typeof dayFields>, 'number' | 'date' | 'timeZone' | 'basePlaceId'> = {
  callMin: 450,
  loadInMin: 30,
  strikeMin: 20,
  wantedWrapMin: 1080,
  meals: [{ earliestAfterMin: 180, latestAfterMin: 330, minutes: 45 }],
  gustMps: null,
  forecast: null,
  notes: '',
};
export const day = dayFields.extend(recordBase);
export type Day = z.infer<typeof day>;
/** The table of days. */
export const dayTable = defineTable({
  name: 'days',
  one: 'day',
  row: day,
  fields: dayFields,
  sortedBy: 'number',
  points: { basePlaceId: 'places' },
  rules: { days_number_live: 'There is a day of that number already.' },
});

/** One line of a day's order: a shot, or another block of work such as a rehearsal. */
export const dayItemFields = z.object(
  readBy('work', {
    dayId: id,
    shotId: id.nullable(),
    title: line('The block’s name', 120),
    /** For blocks that are no shot. */
    minutes: minutes('Minutes').nullable(),
    placeId: id.nullable(),
    setupId: id.nullable(),
    personIds: z.array(id).max(60, 'Sixty people are the most one block can name.'),
    position,
    pinnedStartMin: minuteOfDay('The pinned start').nullable(),
    /** Which unit works it: 1 is the main one; others work apart at the same time. */
    unit: z.int('A unit is counted 1, 2, 3.').min(1, 'Units are counted from 1.').max(4, 'Four units are the most.'),
  }),
);
export const dayItem = dayItemFields.extend(recordBase);
export type DayItem = z.infer<typeof dayItem>;
/** The table of day items. */
export const dayItemTable = defineTable({
  name: 'dayItems',
  one: 'line of the day',
  row: dayItem,
  fields: dayItemFields,
  sortedBy: 'position',
  points: { dayId: 'days', placeId: 'places', setupId: 'setups', shotId: 'shots', personIds: 'people' },
  rules: { day_items_shot_live: 'This shot is in that day’s order already.' },
});

/** A line of the order with nothing said beyond the shot or block it is. */
export const DAY_ITEM_DEFAULTS: Omit<z.infer<typeof dayItemFields>, 'dayId' | 'position'> = {
  shotId: null,
  title: '',
  minutes: null,
  placeId: null,
  setupId: null,
  personIds: [],
  pinnedStartMin: null,
  unit: 1,
};

/** An order of a day that is kept beside the one it has. */
export const savedOrderFields = z.object(
  readBy('owner', {
    dayId: id,
    name: requiredLine('The order’s name', 60),
    /** Lines of the day, first to last. */
    itemIds: z.array(id).max(600, 'Six hundred lines are the most one day can have.'),
    position,
  }),
);
export const savedOrder = savedOrderFields.extend(recordBase);
export type SavedOrder = z.infer<typeof savedOrder>;
/** The table of saved orders. */
export const savedOrderTable = defineTable({
  name: 'savedOrders',
  one: 'saved order',
  row: savedOrder,
  fields: savedOrderFields,
  sortedBy: 'position',
  points: { dayId: 'days' },
});

const UNIT_NAMES: Readonly<Record<number, string>> = {
  1: 'Main unit',
  2: 'Second unit',
  3: 'Third unit',
  4: 'Fourth unit',
};
/** What people call a unit. */
export const unitName = (unit: number): string => UNIT_NAMES[unit] ?? `Unit ${unit}`;

/** Default minutes of changes that no place or setup says otherwise. */
export const CHANGE_DEFAULTS = Object.freeze({
  repositionMin: 4,
  lensMin: 3,
  rigMin: 6,
  turnaroundMin: 15,
  relightDefaultMin: 30,
  moveDefaultMin: 60,
});
