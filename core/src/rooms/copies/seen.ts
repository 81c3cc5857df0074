import { z } from 'zod';

/** Room on a drive as it was last seen. Written by the machinery only. */
export const driveSpace = z.object({ freeBytes: z.number(), totalBytes: z.number(), atMs: z.number() });
export type DriveSpace = z.infer<typeof driveSpace>;

const fileSeen = z.object({ path: z.string(), sizeBytes: z.number(), modifiedMs: z.number() });
/** What a card is known again by: the volume itself where the system tells it, else its first and last files. */
export const cardSeen = z.object({
  volumeId: z.string().nullable(),
  files: z.int(),
  bytes: z.number(),
  first: fileSeen.nullable(),
  last: fileSeen.nullable(),
  atMs: z.number(),
});
export type CardSeen = z.infer<typeof cardSeen>;

/**
 * `fewer`: files that were on it are gone or shorter though it was not released; `cameBack`: it was released and its old files are still there; `other`: another card
 * than the one of this label; `twin`: the same card as one of another label; `wrongCamera`: its files name another camera.
 */
export const ALARM_KINDS = ['fewer', 'cameBack', 'other', 'twin', 'wrongCamera'] as const;
export const cardAlarm = z.object({
  kind: z.enum(ALARM_KINDS),
  /** So many files it is about, of so many. */
  files: z.int(),
  of: z.int(),
  /** The other card’s label or the other camera’s letter; '' where there is none. */
  other: z.string(),
  atMs: z.number(),
  /** Who looked at it and set it aside; null: it stands. */
  settledBy: z.string().nullable(),
});
export type CardAlarm = z.infer<typeof cardAlarm>;

/** What a look into a copied file found. `null` of a thing: it was not looked into. */
export const clipLook = z.object({
  atMs: z.number(),
  /** Of which size the file was. */
  sizeBytes: z.number(),
  opens: z.boolean().nullable(),
  /** Length of what can be played, ms. */
  playsMs: z.number().nullable(),
  hasPicture: z.boolean().nullable(),
  hasSound: z.boolean().nullable(),
  /** The loudest sample of all its channels, dB under full scale. */
  peakDb: z.number().nullable(),
  /** The brightest of the frames looked at, 0…255. */
  brightest: z.number().nullable(),
  frames: z.int(),
  /** Why something was not looked into, in words; '' nothing. */
  unsure: z.string(),
});
export type ClipLook = z.infer<typeof clipLook>;
