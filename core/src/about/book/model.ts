import { z } from 'zod';
import { defineTable, id, line, position, readBy, recordBase, requiredLine } from '../../base/records/index.ts';
import { lightKitFields, lightPlan } from '../../rooms/light/index.ts';
import { PACE_KINDS } from '../../plan/day/index.ts';

const figure = (what: string, most: number) =>
  z.number(`${what} is a number.`).min(0, `${what} can’t be negative.`).max(most, `${what}: ${most} are the most.`);
const words = z.array(line('A word', 160)).max(80, 'Eighty are the most.');
const hash = z.string().regex(/^[0-9a-f]{64}$/, 'A photograph is named by its content.');

/** A setup as it was built on some job, kept in the house so that it outlives that job. */
export const bookSetupFields = z.object(
  readBy('owner', {
    /** The setup it was on its job: kept again, the same entry is renewed. */
    sourceId: id,
    job: requiredLine('The job', 200),
    date: z.iso.date({ error: 'The day is a date, such as 2027-03-18.' }).nullable(),
    name: requiredLine('The name', 80),
    /** What was shot in it: interview, scene, product. */
    style: line('The kind', 40),
    place: line('The place', 120),
    room: line('The room', 120),
    cameras: words,
    people: words,
    /** What stood alight, a line each. */
    lines: words,
    /** What stood otherwise than planned. */
    remark: line('What stood otherwise', 300),
    /** T-stop and EI it was shot at; null: nobody noted them. */
    tStop: figure('The T-stop', 64).nullable(),
    ei: figure('The EI', 819_200).nullable(),
    /** Minutes from the first hand to the first roll as they were, and as planned; null: not known. */
    tookMin: figure('The minutes', 2880).nullable(),
    plannedMin: figure('The minutes', 2880).nullable(),
    shots: figure('The shots', 10_000),
    takes: figure('The takes', 100_000),
    photoHashes: z.array(hash).max(40, 'Forty photographs are the most.'),
    plan: lightPlan,
    /** One’s own lamps and cloths that it is built with, so that another job knows them. */
    kit: z.array(lightKitFields).max(200, 'Two hundred are the most.'),
    note: line('The note', 400),
    position,
  }),
);
export const bookSetup = bookSetupFields.extend(recordBase);
export type BookSetup = z.infer<typeof bookSetup>;
/** The table of setups that are kept to be built again. */
export const bookSetupTable = defineTable({
  name: 'bookSetups',
  one: 'setup of the book',
  row: bookSetup,
  fields: bookSetupFields,
  sortedBy: 'position',
  ofTheShoot: true,
});

/** What a day taught of one’s own pace, kept in the house. */
export const bookDayFields = z.object(
  readBy('owner', {
    /** The day it was on its job. */
    sourceId: id,
    job: requiredLine('The job', 200),
    date: z.iso.date({ error: 'The day is a date, such as 2027-03-18.' }),
    /** How many worked on it. */
    crew: figure('The crew', 10_000),
    /** Inside, outside, both; empty: not known. */
    placeKind: z.enum(['', 'inside', 'outside', 'both'], { error: 'Choose inside, outside or both.' }),
    seen: z
      .array(
        z.object({
          kind: z.enum(PACE_KINDS),
          estimate: figure('The estimate', 2880),
          actual: figure('What it took', 2880),
        }),
      )
      .max(2000, 'Two thousand are the most.'),
    position,
  }),
);
export const bookDay = bookDayFields.extend(recordBase);
export type BookDay = z.infer<typeof bookDay>;
/** The table of days whose pace is kept. */
export const bookDayTable = defineTable({
  name: 'bookDays',
  one: 'day of the book',
  row: bookDay,
  fields: bookDayFields,
  sortedBy: 'position',
  ofTheShoot: true,
});
