import { z } from 'zod';
import { id, line, recordBase, requiredLine } from '../records/index.ts';

export const DRIVE_KINDS = ['ssd', 'disk', 'raid', 'cloud'] as const;

export const driveFields = z.object({
  name: requiredLine('The drive’s name', 60),
  kind: z.enum(DRIVE_KINDS, { error: 'Choose what kind of drive it is.' }),
  /** Folder under a media root where copies go. */
  path: requiredLine('The folder', 500),
  /** Whose bag, which vehicle, which room: two copies in one bag are lost together. */
  whereabouts: line('Where it is', 120),
});
export const drive = driveFields.extend(recordBase);
export type Drive = z.infer<typeof drive>;

export const cardFields = z.object({
  label: z
    .string()
    .trim()
    .regex(/^[A-Z][A-Z0-9]{1,11}$/, 'A card label is a capital letter and digits, such as A001.'),
  cameraId: id.nullable(),
  /** Folder under a media root where the card shows up. */
  path: requiredLine('The folder', 500),
  /** Out of the camera and waiting to be copied. */
  unloaded: z.boolean(),
});
export const card = cardFields.extend(recordBase);
export type Card = z.infer<typeof card>;

/** A file found on a card, with what its own metadata says. */
export const clip = z.object({
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
});
export type Clip = z.infer<typeof clip>;

export const FILE_STATES = ['waiting', 'copying', 'verified', 'skipped', 'failed'] as const;
export const JOB_STATES = ['waiting', 'running', 'verified', 'failed', 'cancelled'] as const;

/** One card going to some drives. */
export const copyJob = z.object({
  id,
  productionId: id,
  version: z.int(),
  cardId: id,
  driveIds: z.array(id),
  state: z.enum(JOB_STATES),
  totalBytes: z.number(),
  totalFiles: z.number(),
  doneBytes: z.number(),
  startedAtMs: z.number().nullable(),
  endedAtMs: z.number().nullable(),
  failure: z.string().nullable(),
});
export type CopyJob = z.infer<typeof copyJob>;

/** One file on one drive. */
export const copyFile = z.object({
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
  failure: z.string().nullable(),
});
export type CopyFile = z.infer<typeof copyFile>;
