import { z } from 'zod';
import { defineTable, id, line, readBy, recordBase } from '../../base/records/index.ts';
import { LINE_REFUSALS } from './lineModel.ts';

/** By what a clip is where it is on the line, the surest last said first: a hand wins over the machine. */
export const LINE_MEANS = ['hand', 'sound', 'clap', 'ltc', 'timecode'] as const;
export type LineMeans = (typeof LINE_MEANS)[number];
/** What a run looks for in the files themselves. */
export const FOUND_MEANS = ['sound', 'clap', 'ltc'] as const;

export const RUN_STATES = ['waiting', 'running', 'paused', 'done', 'failed', 'cancelled'] as const;
/** Lining up the clips of a day by their sound. Written by the machinery only. */
export const lineRun = z.object(
  readBy('work', {
    id,
    productionId: id,
    version: z.int(),
    dayId: id,
    /** Who started it. */
    by: z.string(),
    state: z.enum(RUN_STATES),
    /** Whether what was measured before is measured again. */
    again: z.boolean(),
    /** Whether clips without a copy are read from their cards. */
    fromCards: z.boolean(),
    totalFiles: z.int(),
    doneFiles: z.int(),
    totalPairs: z.int(),
    donePairs: z.int(),
    /** What it has in hand, in words; '' nothing. */
    inHand: z.string(),
    /** Clips of which no verified copy is plugged in here, so that they are left out. */
    notHere: z.int(),
    startedAtMs: z.number().nullable(),
    endedAtMs: z.number().nullable(),
    failure: z.string().nullable(),
    /** What it found no longer counts; null: it does. */
    withdrawnAtMs: z.number().nullable(),
    withdrawnBy: z.string().nullable(),
  }),
);
export type LineRun = z.infer<typeof lineRun>;
/** The table of line-ups that were run. */
export const lineRunTable = defineTable({
  name: 'lineRuns',
  one: 'line-up',
  row: lineRun,
  fields: null,
  points: { dayId: 'days' },
  ofTheShoot: true,
});

/** What a run found about a clip: where it stands to another, or what its own channel says. What was refused is found too: it says why. */
export const lineFind = z.object(
  readBy('work', {
    id,
    productionId: id,
    version: z.int(),
    runId: id,
    clipId: id,
    /** Against which other clip; null: by itself. */
    otherId: id.nullable(),
    means: z.enum(FOUND_MEANS),
    /** Why it is not taken; null: it is. */
    refused: z.enum(LINE_REFUSALS).nullable(),
    /** File time in the clip less file time in the other of the same sound at `atS`, ms. */
    offsetMs: z.number().nullable(),
    /** File time in the clip, s. */
    atS: z.number().nullable(),
    /** By how much the other’s clock is faster, ppm. */
    driftPpm: z.number().nullable(),
    errorMs: z.number().nullable(),
    confidence: z.number(),
    runnerUp: z.number(),
    windows: z.int(),
    agree: z.int(),
    /** The label that was read from a channel at `atS`, and its rate. */
    label: z.string().nullable(),
    rate: z.string().nullable(),
    atMs: z.number(),
    by: z.string(),
  }),
);
export type LineFind = z.infer<typeof lineFind>;
/** The table of what line-ups found. */
export const lineFindTable = defineTable({
  name: 'lineFinds',
  one: 'place on the line',
  row: lineFind,
  fields: null,
  points: { runId: 'lineRuns' },
  ofTheShoot: true,
});

export const HAND_KINDS = ['place', 'not'] as const;
/** What somebody said of a clip: where it is against another, or that what the machine found is not so. It wins over the machine. */
export const handLineFields = z.object(
  readBy('work', {
    clipId: id,
    /** Against which other clip; null: its own timecode. */
    otherId: id.nullable(),
    kind: z.enum(HAND_KINDS),
    /** File time in the clip less file time in the other of the same moment, ms; null where it is not so. */
    offsetMs: z
      .number({ error: 'The offset is a number of milliseconds.' })
      .min(-86_400_000, 'More than a day is no offset.')
      .max(86_400_000, 'More than a day is no offset.')
      .nullable(),
    note: line('The note', 200),
    /** Who said so. */
    by: line('Who says so', 120),
  }),
);
export const handLine = handLineFields.extend(recordBase);
export type HandLine = z.infer<typeof handLine>;
/** The table of what was said by hand. */
export const handLineTable = defineTable({
  name: 'handLines',
  one: 'place by hand',
  row: handLine,
  fields: handLineFields,
  ofTheShoot: true,
});

/** What is known of a clip’s sound and picture since a run read it; not among the rows of a production, for it can be read again. */
export const lineSound = z.object({
  clipId: id,
  /** Where what was read lies, by content. */
  key: z.string(),
  durationS: z.number(),
  channels: z.int(),
  reel: z.string(),
  /** How loud it is along its length, 0…255. */
  peaks: z.array(z.int()),
  /** Whether a picture of it was made. */
  picture: z.boolean(),
  /** What is odd about it, and which channel was taken. */
  notes: z.array(z.string()),
  /** Why it can’t be lined up by sound; null: it can. */
  unread: z.string().nullable(),
});
export type LineSound = z.infer<typeof lineSound>;

/** What stands behind a find: its windows, and the curve of all of them laid over each other. */
export const lineEvidence = z.object({
  windows: z.array(z.object({ atS: z.number(), offsetMs: z.number(), z: z.number(), fits: z.boolean() })),
  curve: z.array(z.number()),
});
export type LineEvidence = z.infer<typeof lineEvidence>;
