import { z } from 'zod';
import { defineTable, id, line, readBy } from '../../base/records/index.ts';

export const VERDICTS = ['good', 'maybe', 'noGood'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** What kind of take it was, beside its verdict. */
export const TAKE_FLAGS = ['pickUp', 'insert', 'playback', 'endSlate'] as const;
export type TakeFlag = (typeof TAKE_FLAGS)[number];
/** What was wrong with a take, for whoever chooses afterwards. */
export const TAKE_FAULTS = ['focus', 'frame', 'sound', 'light', 'acting', 'prop'] as const;
export type TakeFault = (typeof TAKE_FAULTS)[number];

/** How a camera was set in a take, as far as somebody said. Texts as people say them: `35 mm`, `T2.8`, `ND 1.2`. */
const cameraSet = z.object({
  lens: line('The lens', 40),
  stop: line('The stop', 12),
  filter: line('The filter', 40),
  ei: line('The EI', 12),
  rate: line('The rate', 12),
});
export type CameraSet = z.infer<typeof cameraSet>;

const letter = z.string().regex(/^[A-Z]$/, 'A camera is called by one capital letter.');
const inTake = z.object({
  letter,
  cameraId: id,
  /** What says that it rolls: the camera itself, or only the person logging. */
  evidence: z.enum(['reports', 'assumed']),
  card: z.string().max(24).nullable(),
  clip: z.string().max(80).nullable(),
  set: cameraSet.optional(),
});
const timecodeSaid = z.string().max(16);

/** What can happen to a take. Each is a fact that is never changed; a correction is another fact. */
export const takePayload = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('rolled'),
    shotId: id.nullable(),
    /** The moment or cue, of a take that is of no shot in particular. */
    sceneId: id.nullable().optional(),
    dayId: id,
    /** The number said on the slate. */
    number: z.int().min(1).max(9999),
    wild: z.boolean(),
    cameras: z.array(inTake).max(12),
    /** Sound recorders that roll with it; nobody hears them, so they are assumed to. */
    boxIds: z.array(id).max(12).optional(),
    /** The take before it in one roll that never stopped (a series, or a take split in two). */
    continuesTakeId: id.nullable().optional(),
    timecode: timecodeSaid,
  }),
  /** `on`: the take is over, the roll goes on with the next. */
  z.object({ kind: z.literal('cut'), timecode: timecodeSaid, on: z.boolean().optional() }),
  z.object({ kind: z.literal('uncut') }),
  z.object({ kind: z.literal('marked'), verdict: z.enum(VERDICTS).nullable() }),
  z.object({ kind: z.literal('noted'), text: line('The note', 1000).min(1, 'The note is empty.') }),
  z.object({ kind: z.literal('starred'), timecode: timecodeSaid }),
  z.object({ kind: z.literal('camera'), letter, cameraId: id, in: z.boolean() }),
  /** What a camera said of itself; written by the server for cameras it can hear. */
  z.object({ kind: z.literal('reported'), letter, cameraId: id, card: z.string().max(24), clip: z.string().max(80) }),
  z.object({ kind: z.literal('numbered'), number: z.int().min(1).max(9999) }),
  /** A false start; or, with `into`, the same roll as another take, in which it now stands. */
  z.object({ kind: z.literal('struck'), struck: z.boolean(), into: id.nullable().optional() }),
  /** It was of something else than was said. */
  z.object({ kind: z.literal('aimed'), shotId: id.nullable(), sceneId: id.nullable() }),
  /** When it really began or was cut, by the production’s clock; null: as said before. */
  z.object({
    kind: z.literal('timed'),
    rolledAtMs: z.number().int().nullable(),
    timecodeIn: timecodeSaid.nullable(),
    cutAtMs: z.number().int().nullable(),
    timecodeOut: timecodeSaid.nullable(),
  }),
  z.object({ kind: z.literal('flagged'), flag: z.enum(TAKE_FLAGS), on: z.boolean() }),
  z.object({ kind: z.literal('faulted'), fault: z.enum(TAKE_FAULTS), on: z.boolean() }),
  z.object({ kind: z.literal('recorder'), boxId: id, in: z.boolean() }),
  z.object({ kind: z.literal('set'), letter, set: cameraSet }),
]);
export type TakePayload = z.infer<typeof takePayload>;

export const takeEvent = z.object(
  readBy('work', {
    /** Also the idempotency key: the same event sent twice is one event. */
    id,
    takeId: id,
    /** Production time in UTC milliseconds, as the logging device saw it. */
    atMs: z.number().int(),
    /** The same by the server's clock, as the device estimated it from its talks with the server; missing when it had none. */
    productionAtMs: z.number().int().nullable().optional(),
    /** The order of events logged by one client within one millisecond. */
    seq: z.int().min(0),
    clientId: z.string().min(1).max(64),
    device: z.string().max(80),
    payload: takePayload,
  }),
);
export type TakeEvent = z.infer<typeof takeEvent>;
/** The table of take events. */
export const takeEventTable = defineTable({
  name: 'takeEvents',
  one: 'event of a take',
  row: takeEvent,
  fields: null,
  sortedBy: 'atMs',
  ofTheShoot: true,
});

/** When it happened: by the server's clock where that is known, since clocks of devices may be hours wrong. */
export const timeOf = (event: Pick<TakeEvent, 'atMs' | 'productionAtMs'>): number => event.productionAtMs ?? event.atMs;
