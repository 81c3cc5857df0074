import { z } from 'zod';
import { rateField } from '../../base/timecode/index.ts';
import { defineTable, id, line, position, readBy, recordBase, requiredLine } from '../../base/records/index.ts';

export const CLOCK_KINDS = ['box', 'camera', 'recorder', 'slate', 'playback', 'other'] as const;
export type ClockKind = (typeof CLOCK_KINDS)[number];
export const CLOCK_LINKS = ['jam', 'locked'] as const;

const ppm = (label: string) =>
  z
    .number({ error: `${label} is a number of ppm.` })
    .min(-10_000, `${label} is not believable.`)
    .max(10_000, `${label} is not believable.`);

/** A device that keeps timecode. One that follows nobody is a source. */
export const clockFields = z.object(
  readBy('work', {
    name: requiredLine('The clock’s name', 60),
    kind: z.enum(CLOCK_KINDS),
    cameraId: id.nullable(),
    followsId: id.nullable(),
    /** How it follows: jammed now and then and running free between, or locked all along. */
    link: z.enum(CLOCK_LINKS),
    rate: rateField,
    /** What its maker states, ± parts per million. */
    statedPpm: ppm('The stated tolerance').min(0, 'A stated tolerance is 0 or more.'),
    /** How far it may be off; null: half a frame. */
    toleranceMs: z
      .number({ error: 'The tolerance is a number of milliseconds.' })
      .positive('The tolerance must be more than 0.')
      .max(60_000, 'A tolerance of over a minute is none.')
      .nullable(),
    /** The stand-in's true error: runs `ppm` fast and stood `offsetMs` ahead at `setAtMs`. Null for a real device. */
    simulated: z.object({ ppm: ppm('The error'), offsetMs: z.number(), setAtMs: z.number() }).nullable(),
    position,
  }),
);
export const clock = clockFields.extend(recordBase);
export type Clock = z.infer<typeof clock>;
/** The table of clocks. */
export const clockTable = defineTable({
  name: 'clocks',
  one: 'clock',
  row: clock,
  fields: clockFields,
  sortedBy: 'position',
  points: { cameraId: 'cameras', followsId: 'clocks' },
});

/** That a clock was set to another, and what it was off just before. */
export const jamFields = z.object(
  readBy('work', {
    clockId: id,
    sourceId: id.nullable(),
    atMs: z.number(),
    /** Found − source just before, ms; null when nobody looked. */
    foundOffsetMs: z
      .number({ error: 'What was found is a number of milliseconds.' })
      .min(-86_400_000, 'More than a day is no offset.')
      .max(86_400_000, 'More than a day is no offset.')
      .nullable(),
    note: line('The note', 200),
  }),
);
export const jam = jamFields.extend(recordBase);
export type Jam = z.infer<typeof jam>;
/** The table of jams. */
export const jamTable = defineTable({
  name: 'jams',
  one: 'jam',
  row: jam,
  fields: jamFields,
  sortedBy: 'atMs',
  points: { clockId: 'clocks', sourceId: 'clocks' },
  ofTheShoot: true,
  logged: true,
});
