import { z } from 'zod';
import { defineTable, id, line, position, readBy, recordBase, requiredLine } from '../../base/records/index.ts';
import { cardAlarm, cardSeen, clipLook, driveSpace } from './seen.ts';

export const DRIVE_KINDS = ['ssd', 'disk', 'raid', 'cloud'] as const;

/** A megabyte figure of a simulated device’s troubles; none when empty. */
const faultMb = z
  .number()
  .min(0, 'Megabytes can’t be less than 0.')
  .max(1e6, 'A million megabytes is the most.')
  .nullable();

/** Troubles of a simulated card or drive, in decimal megabytes moved since a copy began. */
export const simulatedFaults = z.object({
  speedMBps: z.number().min(0.1, 'The least speed is 0.1 MB/s.').max(10000, 'The most is 10,000 MB/s.').nullable(),
  pulledAtMB: faultMb,
  fullAtMB: faultMb,
  stallsAtMB: faultMb,
  unreadableAtMB: faultMb,
  flips: z.enum(['no', 'write', 'later']),
});
export type SimulatedFaults = z.infer<typeof simulatedFaults>;
export const NO_FAULTS: SimulatedFaults = {
  speedMBps: null,
  pulledAtMB: null,
  fullAtMB: null,
  stallsAtMB: null,
  unreadableAtMB: null,
  flips: 'no',
};

const stationName = line('The station', 40);

export const driveFields = z.object({
  ...readBy('work', {
    name: requiredLine('The drive’s name', 60),
    kind: z.enum(DRIVE_KINDS, { error: 'Choose what kind of drive it is.' }),
    /** Whose bag, which vehicle, which room: two copies in one bag are lost together. */
    whereabouts: line('Where it is', 120),
    /** Until when this copy must be kept; null: nobody said. */
    keepUntil: z.iso.date({ error: 'The date is one such as 2027-04-30.' }).nullable(),
    faults: simulatedFaults.nullable(),
  }),
  /** Folders of this machine are nobody's but the owner's. */
  ...readBy('owner', {
    /** Folder under a media root where copies go. */
    path: requiredLine('The folder', 500),
    /** Whose machine it is plugged into: a station’s name, '' the one that serves. */
    station: stationName,
  }),
});
/** What a drive was recognised by when it was taken on: the mark it carries, and the device that it is. Written by the machinery only. */
export const driveVolume = z.object({
  /** The mark in the drive’s folder. */
  id: z.string(),
  /** Tells devices apart: two drives with the same one are one device, and count as one copy. */
  device: z.string(),
  takenOnAtMs: z.number(),
  by: z.string(),
});
export type DriveVolume = z.infer<typeof driveVolume>;

export const drive = driveFields.extend({
  ...recordBase,
  ...readBy('work', {
    /** A folder of the demo that stands for a device, and says so. */
    simulated: z.boolean(),
    /** Null until it was taken on: such a drive holds no copy. */
    volume: driveVolume.nullable(),
    /** How much room it had when it was last seen; null: nobody looked. */
    space: driveSpace.nullable(),
  }),
});
export type Drive = z.infer<typeof drive>;
/** The table of drives. */
export const driveTable = defineTable({
  name: 'drives',
  one: 'drive',
  row: drive,
  fields: driveFields,
  ofTheShoot: true,
});

export const cardFields = z.object({
  ...readBy('work', {
    label: z
      .string()
      .trim()
      .regex(/^[A-Z][A-Z0-9]{1,11}$/, 'A card label is a capital letter and digits, such as A001.'),
    cameraId: id.nullable(),
    /** Whose bag, which vehicle, which room: a card is a copy too while it holds its files. */
    whereabouts: line('Where it is', 120),
    /** Out of the camera and waiting to be copied. */
    unloaded: z.boolean(),
    faults: simulatedFaults.nullable(),
  }),
  ...readBy('owner', {
    /** Folder under a media root where the card shows up. */
    path: requiredLine('The folder', 500),
    station: stationName,
  }),
});
/** Something on a card that is not copied, and why. */
export const notCopied = z.object({ path: z.string(), reason: z.string() });

export const card = cardFields.extend({
  ...recordBase,
  ...readBy('work', {
    simulated: z.boolean(),
    /** What is on it and is not copied, though nobody left it out on purpose. The first ones by name. */
    notCopied: z.array(notCopied),
    /** What it was recognised by when it was last read; null: it never was. */
    seen: cardSeen.nullable(),
    /** What was odd about it when it was read, settled ones too. */
    alarms: z.array(cardAlarm),
  }),
});
export type Card = z.infer<typeof card>;
/** The table of cards. */
export const cardTable = defineTable({
  name: 'cards',
  one: 'card',
  row: card,
  fields: cardFields,
  sortedBy: 'label',
  points: { cameraId: 'cameras' },
  rules: {
    cards_label_live: 'There is a card of that label already: two cards of one name can’t be told apart later.',
  },
  ofTheShoot: true,
});

export const KEEP_PLACE_KINDS = ['person', 'bag', 'vehicle', 'building'] as const;
export type KeepPlaceKind = (typeof KEEP_PLACE_KINDS)[number];
/** Where copies are kept: *where it is* of a drive or card names one of these, or any words, which are a place by themselves. */
export const keepPlaceFields = z.object(
  readBy('work', {
    name: requiredLine('The place’s name', 120),
    kind: z.enum(KEEP_PLACE_KINDS, { error: 'Choose a person, bag, vehicle or building.' }),
    /** The name of what it lies in; '' nothing. */
    within: line('What it lies in', 120),
    position,
  }),
);
export const keepPlace = keepPlaceFields.extend(recordBase);
export type KeepPlace = z.infer<typeof keepPlace>;
/** The table of places where copies are kept. */
export const keepPlaceTable = defineTable({
  name: 'keepPlaces',
  one: 'place of copies',
  row: keepPlace,
  fields: keepPlaceFields,
  sortedBy: 'position',
  rules: { keep_places_name_live: 'There is a place of that name already.' },
  ofTheShoot: true,
});

/** What reads cards; null: nobody has measured it. */
export const readerFields = z.object(
  readBy('work', {
    name: requiredLine('The reader’s name', 60),
    bytesPerS: z
      .number({ error: 'The speed is a number of MB/s.' })
      .min(1e5, 'A speed under 0.1 MB/s is not believable.')
      .max(1e10, 'A speed over 10,000 MB/s is not believable.')
      .nullable(),
    position,
  }),
);
export const reader = readerFields.extend(recordBase);
export type Reader = z.infer<typeof reader>;
/** The table of card readers. */
export const readerTable = defineTable({
  name: 'readers',
  one: 'reader',
  row: reader,
  fields: readerFields,
  sortedBy: 'position',
  ofTheShoot: true,
});

/** A file found on a card, with what its own metadata says. */
export const clip = z.object(
  readBy('work', {
    id,
    productionId: id,
    version: z.int(),
    cardId: id,
    name: z.string(),
    path: z.string(),
    sizeBytes: z.number(),
    startTimecode: z.string().nullable(),
    durationMs: z.number().nullable(),
    rate: z.string().nullable(),
    /** What a look into a copy of it found; null: nobody looked. */
    looked: clipLook.nullable(),
  }),
);
export type Clip = z.infer<typeof clip>;
/** The table of clips. */
export const clipTable = defineTable({
  name: 'clips',
  one: 'clip',
  row: clip,
  fields: null,
  points: { cardId: 'cards' },
  ofTheShoot: true,
});

export const FILE_STATES = ['waiting', 'copying', 'verified', 'skipped', 'failed'] as const;
export const JOB_STATES = ['waiting', 'running', 'paused', 'verified', 'failed', 'cancelled'] as const;
/** Copying a card, or reading its copies again. */
export const JOB_KINDS = ['copy', 'check'] as const;

/** How far a job is on one drive, as its worker measured it. */
export const jobPlace = z.object({
  driveId: id,
  writtenBytes: z.number(),
  checkedBytes: z.number(),
  settledFiles: z.number(),
  failedFiles: z.number(),
  /** Much slower than the others, so it goes at its own pace. */
  behind: z.boolean(),
  /** Why nothing more goes there; null while something does. */
  failure: z.string().nullable(),
  bytesPerSecond: z.number().nullable(),
  leftMs: z.number().nullable(),
});
export type JobPlace = z.infer<typeof jobPlace>;

/** One card going to some drives. */
export const copyJob = z.object(
  readBy('work', {
    id,
    productionId: id,
    version: z.int(),
    cardId: id,
    driveIds: z.array(id),
    kind: z.enum(JOB_KINDS),
    /** Whether the card is read a second time and compared. */
    verifySource: z.boolean(),
    /** Who started it. */
    by: z.string(),
    state: z.enum(JOB_STATES),
    totalBytes: z.number(),
    totalFiles: z.number(),
    doneBytes: z.number(),
    places: z.array(jobPlace),
    startedAtMs: z.number().nullable(),
    endedAtMs: z.number().nullable(),
    failure: z.string().nullable(),
  }),
);
export type CopyJob = z.infer<typeof copyJob>;
/** The table of copy jobs. */
export const copyJobTable = defineTable({
  name: 'copyJobs',
  one: 'copying',
  row: copyJob,
  fields: null,
  points: { cardId: 'cards' },
  ofTheShoot: true,
});

/** One file on one drive. */
export const copyFile = z.object(
  readBy('work', {
    id,
    productionId: id,
    version: z.int(),
    jobId: id,
    cardId: id,
    driveId: id,
    path: z.string(),
    sizeBytes: z.number(),
    state: z.enum(FILE_STATES),
    hash: z.string().nullable(),
    /** Whether the comparison read it from the medium itself or may have met the machine’s memory of it. */
    readFrom: z.string().nullable(),
    failure: z.string().nullable(),
    /** The mark of the drive that it went to: a copy is on that device, whatever now goes by the drive’s name. */
    volumeId: z.string().nullable(),
    /** Stretches of bytes that the card could not give, and where the rest was saved. */
    damage: z.array(z.object({ from: z.number(), to: z.number() })),
    savedAs: z.string().nullable(),
  }),
);
export type CopyFile = z.infer<typeof copyFile>;
/** The table of copy files. */
export const copyFileTable = defineTable({
  name: 'copyFiles',
  one: 'copied file',
  row: copyFile,
  fields: null,
  points: { jobId: 'copyJobs', cardId: 'cards', driveId: 'drives' },
  ofTheShoot: true,
});

/** A card that was released to be formatted: who did it, by which policy, and whether that was taken back. */
export const release = z.object(
  readBy('work', {
    id,
    productionId: id,
    version: z.int(),
    cardId: id,
    atMs: z.number(),
    by: z.string(),
    /** What was verified where when it was released, in words. */
    grounds: z.string(),
    withdrawnAtMs: z.number().nullable(),
    withdrawnBy: z.string().nullable(),
  }),
);
export type Release = z.infer<typeof release>;
/** The table of releases. */
export const releaseTable = defineTable({
  name: 'releases',
  one: 'release of a card',
  row: release,
  fields: null,
  points: { cardId: 'cards' },
  ofTheShoot: true,
});
