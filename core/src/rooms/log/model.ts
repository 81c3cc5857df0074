import { z } from 'zod';
import { defineTable, id, line, minutes, readBy, recordBase, requiredLine } from '../../base/records/index.ts';

export const DELAY_CAUSES = ['weather', 'waiting', 'equipment', 'place', 'ours'] as const;
export type DelayCause = (typeof DELAY_CAUSES)[number];
export const DELAY_WORDS: Readonly<Record<DelayCause, string>> = {
  weather: 'weather',
  waiting: 'waiting for somebody',
  equipment: 'equipment',
  place: 'the place',
  ours: 'ours',
};

/** What a still from the set is for. */
export const STILL_KINDS = ['continuity', 'asBuilt', 'asFound', 'asLeft', 'incident'] as const;
export type StillKind = (typeof STILL_KINDS)[number];
export const STILL_WORDS: Readonly<Record<StillKind, string>> = {
  continuity: 'continuity',
  asBuilt: 'the light as built',
  asFound: 'as found',
  asLeft: 'as left',
  incident: 'of what happened',
};

/** What people said of a thing after the day: would they take it again? */
export const KIT_VERDICTS = ['again', 'mixed', 'never'] as const;
export type KitVerdict = (typeof KIT_VERDICTS)[number];
export const KIT_VERDICT_WORDS: Readonly<Record<KitVerdict, string>> = {
  again: 'would take it again',
  mixed: 'with reservations',
  never: 'not again',
};

const minuteOfDay = z.number().min(0, 'A time of the day begins at 0:00.').max(2880, 'That is more than a day later.');
const label = line('The label', 24);
/** What happened on a day, beside the takes. Who puts it right changes the entry; the history keeps what it was. */
export const logPayload = z.discriminatedUnion('kind', [
  /** A moment or cue began, and was over. */
  z.object({ kind: z.literal('began'), sceneId: id }),
  z.object({ kind: z.literal('over'), sceneId: id }),
  /** Somebody looked before a moment; what was still not as it should be. */
  z.object({ kind: z.literal('looked'), sceneId: id.nullable(), red: z.array(line('What was red', 200)).max(60) }),
  /** A place was left; what was not done there, and why. */
  z.object({
    kind: z.literal('left'),
    placeId: id.nullable(),
    undone: z.array(line('What is left', 200)).max(200),
    reason: line('The reason', 300),
  }),
  /** Something said of a place at its gate: done, or does not apply. */
  z.object({ kind: z.literal('ticked'), placeId: id.nullable(), what: line('What was done', 80) }),
  z.object({
    kind: z.literal('delay'),
    cause: z.enum(DELAY_CAUSES, { error: 'Choose what caused it.' }),
    /** Until when it lasted, as minutes; null: it still lasts. */
    lostMin: minutes('The delay', 1440).nullable(),
    words: line('What happened', 400),
  }),
  /** An accident, or one that nearly was. */
  z.object({
    kind: z.literal('incident'),
    near: z.boolean(),
    words: requiredLine('What happened', 1000),
    /** Who was told. */
    told: line('Who was told', 200),
  }),
  /** A card was put in or came out of a camera that nobody hears, or a fresh pack went in. */
  z.object({ kind: z.literal('cardIn'), cameraId: id, label }),
  z.object({ kind: z.literal('cardOut'), cameraId: id, label }),
  z.object({ kind: z.literal('packIn'), cameraId: id }),
  /** A camera was stopped and started again, or somebody who left it alone looked at it. */
  z.object({ kind: z.literal('restarted'), cameraId: id }),
  z.object({ kind: z.literal('visited'), cameraId: id, words: line('What was seen', 200) }),
  /** A camera has the picture, or lets it go. */
  z.object({ kind: z.literal('holds'), cameraId: id, holds: z.boolean() }),
  /** A cue was called: run 0 is the show, 1 and on are rehearsals. */
  z.object({
    kind: z.literal('called'),
    cueId: id,
    run: z.int().min(0).max(99, 'Ninety-nine rehearsals are the most.'),
  }),
  /** What the switcher put on air: a camera, or another input by name; '' is black. */
  z.object({
    kind: z.literal('onAir'),
    cameraId: id.nullable(),
    input: line('The input', 40),
    transition: z.enum(['cut', 'mix']),
    simulated: z.boolean(),
  }),
  /** The light of a setup frozen as its plan had it then, to be built again, and what stood otherwise. */
  z.object({
    kind: z.literal('built'),
    setupId: id,
    lines: z.array(line('A line of the light', 240)).max(80),
    words: line('What stood otherwise', 300),
  }),
  /** A question was asked, or (`starredAt`, a timecode) its answer starred. */
  z.object({
    kind: z.literal('asked'),
    questionId: id,
    takeId: id.nullable(),
    starredAt: z.string().max(16).nullable(),
  }),
  /** A photograph from the set, by the address of its stored file, and what is to be watched in it. */
  z.object({
    kind: z.literal('still'),
    about: z.enum(STILL_KINDS),
    shotId: id.nullable(),
    takeId: id.nullable(),
    placeId: id.nullable(),
    setupId: id.nullable(),
    hash: z.string().regex(/^[0-9a-f]{64}$/, 'That is not the address of a stored file.'),
    widthPx: z.int().min(1).max(32_768),
    heightPx: z.int().min(1).max(32_768),
    watch: line('What to watch', 300),
  }),
  /** When somebody came and went, minutes elapsed since the day’s midnight; null: not noted. */
  z.object({ kind: z.literal('hours'), personId: id, inMin: minuteOfDay.nullable(), outMin: minuteOfDay.nullable() }),
  /** A report or bundle was given to somebody, by hand or by mail: a person says so. */
  z.object({ kind: z.literal('given'), what: requiredLine('What was given', 80), to: requiredLine('To whom', 120) }),
  /** More, or something else, was asked for than was agreed: noted the moment it happens. What it costs stands in Money. */
  z.object({
    kind: z.literal('scope'),
    words: requiredLine('What was asked for', 160),
    askedBy: line('Who asked', 120),
    shotId: id.nullable(),
    minutes: minutes('What it takes', 1440).nullable(),
  }),
  /** What was found of a thing on this job. */
  z.object({
    kind: z.literal('verdict'),
    name: requiredLine('The thing', 160),
    pieceId: id.nullable(),
    verdict: z.enum(KIT_VERDICTS, { error: 'Choose again, with reservations, or not again.' }),
    words: line('Why', 400),
  }),
]);
export type LogPayload = z.infer<typeof logPayload>;

export const logFields = z.object(
  readBy('work', {
    dayId: id,
    /** When it happened, by the production’s clock. */
    atMs: z.number({ error: 'The time is missing.' }).int(),
    /** Who said it. */
    by: line('Who said it', 80),
    payload: logPayload,
  }),
);
export const logEntry = logFields.extend(recordBase);
export type LogEntry = z.infer<typeof logEntry>;
export type LogEntryOf<K extends LogPayload['kind']> = LogEntry & { payload: Extract<LogPayload, { kind: K }> };
/** The table of the day’s log. */
export const logTable = defineTable({
  name: 'logEntries',
  one: 'entry of the log',
  row: logEntry,
  fields: logFields,
  sortedBy: 'atMs',
  points: { dayId: 'days' },
  ofTheShoot: true,
  logged: true,
});

/** The entries of one kind, as they happened. */
export const entriesOf = <K extends LogPayload['kind']>(log: readonly LogEntry[], ...kinds: K[]): LogEntryOf<K>[] =>
  log.filter((e): e is LogEntryOf<K> => (kinds as string[]).includes(e.payload.kind)).sort((a, b) => a.atMs - b.atMs);
