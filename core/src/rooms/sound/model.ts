import { z } from 'zod';
import {
  defineTable,
  id,
  line,
  minuteOfDay,
  position,
  readBy,
  recordBase,
  requiredLine,
} from '../../base/records/index.ts';

export const BOX_KINDS = ['recorder', 'camera', 'mixer', 'speaker'] as const;
export const SOCKET_USES = ['sound', 'control', 'timecode', 'nothing'] as const;
/** A socket, how many channels it takes, and what it is set to do now: one socket either controls or records. */
export const socket = z.object({
  name: requiredLine('The socket’s name', 40),
  channels: z.int('Channels are a whole number.').min(1, 'A socket has one channel at least.').max(64),
  use: z.enum(SOCKET_USES, { error: 'Choose what the socket does now.' }),
  /** Whether it can do other things than sound at all. */
  shared: z.boolean(),
});
export type Socket = z.infer<typeof socket>;

export const soundBoxFields = z.object(
  readBy('work', {
    name: requiredLine('The box’s name', 60),
    kind: z.enum(BOX_KINDS, { error: 'Choose what kind of box it is.' }),
    cameraId: id.nullable(),
    /** Channels it really records at once, whatever its sockets promise. */
    tracks: z
      .int('Tracks are a whole number.')
      .min(0, 'Tracks can’t be negative.')
      .max(128, 'Over 128 tracks is not believable.'),
    sockets: z.array(socket).max(40, 'Forty sockets are the most.'),
    sampleRateHz: z
      .int('The sample rate is a whole number of Hz.')
      .min(8000, 'A sample rate under 8000 Hz is not believable.')
      .max(384_000, 'A sample rate over 384,000 Hz is not believable.'),
    limiter: z.boolean(),
    position,
  }),
);
export const soundBox = soundBoxFields.extend(recordBase);
export type SoundBox = z.infer<typeof soundBox>;
/** The table of sound boxes. */
export const soundBoxTable = defineTable({
  name: 'soundBoxes',
  one: 'box',
  row: soundBox,
  fields: soundBoxFields,
  sortedBy: 'position',
  points: { cameraId: 'cameras' },
});

export const SOURCE_KINDS = ['person', 'boom', 'desk', 'playback', 'ambience'] as const;
export const SOURCE_WORDS: Readonly<Record<(typeof SOURCE_KINDS)[number], string>> = {
  person: 'on a person',
  boom: 'boom',
  desk: 'feed from a desk',
  playback: 'playback',
  ambience: 'ambience',
};
export const soundSourceFields = z.object(
  readBy('work', {
    name: requiredLine('The source’s name', 60),
    kind: z.enum(SOURCE_KINDS, { error: 'Choose what kind of source it is.' }),
    personId: id.nullable(),
    microphone: line('The microphone', 60),
    /** Worn hidden, and the person was told that it hears everything. */
    told: z.boolean(),
    /** Scenes it is heard in; none: all. */
    sceneIds: z.array(id).max(200, 'Two hundred scenes are the most.'),
    position,
  }),
);
export const soundSource = soundSourceFields.extend(recordBase);
export type SoundSource = z.infer<typeof soundSource>;
/** The table of sound sources. */
export const soundSourceTable = defineTable({
  name: 'soundSources',
  one: 'sound source',
  row: soundSource,
  fields: soundSourceFields,
  sortedBy: 'position',
  points: { personId: 'people', sceneIds: 'scenes' },
});

export const DUTIES = ['main', 'backup', 'scratch'] as const;
export const CHECKS = ['', 'heard', 'recorded', 'ok'] as const;
export const CHECK_WORDS: Readonly<Record<(typeof CHECKS)[number], string>> = {
  '': 'not yet',
  heard: 'heard',
  recorded: 'recorded and played back',
  ok: 'ok',
};
/** One line of the patch: a source through a link into one channel of a box. */
export const soundRouteFields = z.object(
  readBy('work', {
    sourceId: id,
    /** Radio or wire it goes through; null: a cable straight in. */
    linkId: id.nullable(),
    boxId: id,
    socketName: line('The socket', 40),
    channel: z.int('A channel is a whole number.').min(1, 'Channels start at 1.').max(128, 'Channels end at 128.'),
    duty: z.enum(DUTIES, { error: 'Choose main, backup or scratch.' }),
    phantom: z.boolean(),
    levelDb: z
      .number({ error: 'The level is a number of dB.' })
      .min(-80, 'A level under −80 dB is not believable.')
      .max(40, 'A level over 40 dB is not believable.'),
    check: z.enum(CHECKS, { error: 'Choose heard, recorded or ok.' }),
    checkedBy: line('The name', 80),
    checkedAtMs: z.number().nullable(),
    position,
  }),
);
export const soundRoute = soundRouteFields.extend(recordBase);
export type SoundRoute = z.infer<typeof soundRoute>;
/** The table of sound routes. */
export const soundRouteTable = defineTable({
  name: 'soundRoutes',
  one: 'line of the patch',
  row: soundRoute,
  fields: soundRouteFields,
  sortedBy: 'position',
  points: { sourceId: 'soundSources', linkId: 'links', boxId: 'soundBoxes' },
});

export const LINK_KINDS = ['microphone', 'picture', 'comms', 'lamps', 'timecode'] as const;
export const LINK_WORDS: Readonly<Record<(typeof LINK_KINDS)[number], string>> = {
  microphone: 'microphone',
  picture: 'picture',
  comms: 'comms',
  lamps: 'lamp control',
  timecode: 'timecode',
};
const mhz = (label: string) =>
  z
    .number({ error: `${label} is a number of MHz.` })
    .min(0.1, `${label} under 0.1 MHz is not believable.`)
    .max(100_000, `${label} over 100 GHz is not believable.`);
/** Anything that goes through the air or a long wire: they all share one list, for they share one air. */
export const linkFields = z.object(
  readBy('work', {
    name: requiredLine('The link’s name', 60),
    kind: z.enum(LINK_KINDS, { error: 'Choose what goes through it.' }),
    wired: z.boolean(),
    cameraId: id.nullable(),
    /** Who hears or sees the far end. */
    reaches: line('Who it reaches', 160),
    /** Null: not tuned yet, or it finds its own. */
    frequencyMhz: mhz('The frequency').nullable(),
    lowMhz: mhz('The lowest frequency').nullable(),
    highMhz: mhz('The highest frequency').nullable(),
    bandwidthKhz: z
      .number({ error: 'The bandwidth is a number of kHz.' })
      .min(1, 'A bandwidth under 1 kHz is not believable.')
      .max(200_000, 'A bandwidth over 200 MHz is not believable.'),
    /** Can’t be tuned elsewhere. */
    fixed: z.boolean(),
    rangeM: z
      .number({ error: 'The range is a number of metres.' })
      .positive('The range must be more than 0 m.')
      .max(100_000, 'A range over 100 km is not believable.')
      .nullable(),
    /** How far apart its ends will be. */
    distanceM: z
      .number({ error: 'The distance is a number of metres.' })
      .min(0, 'A distance can’t be negative.')
      .max(100_000, 'A distance over 100 km is not believable.')
      .nullable(),
    delayMs: z
      .number({ error: 'The delay is a number of milliseconds.' })
      .min(0, 'A delay can’t be negative.')
      .max(60_000, 'A delay of over a minute is not believable.'),
    position,
  }),
);
export const link = linkFields.extend(recordBase);
export type Link = z.infer<typeof link>;
/** The table of links. */
export const linkTable = defineTable({
  name: 'links',
  one: 'link',
  row: link,
  fields: linkFields,
  sortedBy: 'position',
  points: { cameraId: 'cameras' },
});

export const promptFields = z.object(
  readBy('work', {
    title: requiredLine('The title', 80),
    sceneId: id.nullable(),
    draft: z
      .int('The draft is a whole number.')
      .min(1, 'Drafts start at 1.')
      .max(999, 'Over 999 drafts is not believable.'),
    text: z
      .string()
      .max(100_000, 'The text may have 100,000 characters at most.')
      .refine((t) => !t.includes('\0'), 'The text holds characters that can’t be shown.'),
    wpm: z
      .number({ error: 'The pace is a number of words a minute.' })
      .min(40, 'A pace under 40 words a minute is not believable.')
      .max(400, 'A pace over 400 words a minute is not believable.'),
    /** What was marked in rehearsal, by word. */
    marks: z.array(z.object({ word: z.int().min(0), words: line('The mark', 120) })).max(500),
    position,
  }),
);
export const prompt = promptFields.extend(recordBase);
export type Prompt = z.infer<typeof prompt>;
/** The table of prompts. */
export const promptTable = defineTable({
  name: 'prompts',
  one: 'prompter text',
  row: prompt,
  fields: promptFields,
  sortedBy: 'position',
  points: { sceneId: 'scenes' },
});

export const REFUND_WORDS = {
  ...{ '': 'not asked', asked: 'asked', got: 'got it', refused: 'refused' },
} as const;
export const FAULT_DECISIONS = ['', 'replace', 'spare', 'accept'] as const;
export const FAULT_WORDS: Readonly<Record<(typeof FAULT_DECISIONS)[number], string>> = {
  '': 'not decided',
  replace: 'replace it',
  spare: 'take the spare',
  accept: 'accept it',
};
/** Something that was heard or seen to be wrong, and what is done about it. */
export const faultFields = z.object({
  ...readBy('work', {
    device: requiredLine('The device', 80),
    symptom: requiredLine('The symptom', 300),
    /** The way the signal goes, link by link, first to last. */
    chain: z.array(requiredLine('A part of the chain', 60)).max(12, 'Twelve parts are the most.'),
    /** What was swapped, and whether it was still wrong then. */
    steps: z
      .array(z.object({ part: line('The part', 60), still: z.boolean(), atMs: z.number(), by: line('The name', 80) }))
      .max(40, 'Forty steps are the most.'),
    decision: z.enum(FAULT_DECISIONS, { error: 'Choose replace, spare or accept.' }),
    decideByMin: minuteOfDay('The time').nullable(),
    ownerId: id.nullable(),
    evidence: line('The evidence', 1000),
    serial: line('The serial number', 60),
    owedTo: line('Whose it is', 80),
    /** Photographs of it, by their content. */
    photoHashes: z
      .array(z.string().regex(/^[0-9a-f]{64}$/, 'A photograph is named by its content.'))
      .max(12, 'Twelve photographs are the most.'),
    /** Money back for it, from whoever owns it. */
    refund: z.enum(Object.keys(REFUND_WORDS) as (keyof typeof REFUND_WORDS)[], {
      error: 'Choose not asked, asked, got it or refused.',
    }),
    foundAtMs: z.number(),
    closed: z.boolean(),
    position,
  }),
  ...readBy('owner', {
    /** How much, in the job’s currency; null: nobody said. */
    refundMinor: z
      .int('The refund is an amount of money.')
      .min(0, 'A refund can’t be less than nothing.')
      .max(1e10, 'A refund that large is not believable.')
      .nullable(),
  }),
});
export const fault = faultFields.extend(recordBase);
export type Fault = z.infer<typeof fault>;
/** The table of faults. */
export const faultTable = defineTable({
  name: 'faults',
  one: 'fault',
  row: fault,
  fields: faultFields,
  sortedBy: 'position',
  points: { ownerId: 'people' },
});
