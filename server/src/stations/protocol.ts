import { z } from 'zod';
import { cardAlarm, cardSeen, copyFile, driveSpace, driveVolume, jobPlace, notCopied } from '@kavrell/core/copies';
import type { CardAt, Order } from '../copies/desk.ts';

// What a station says to the house: what its desk writes down, and what lies in its folders.

const id = z.uuid();
const most = <T extends z.ZodType>(of: T, n: number) => z.array(of).max(n);
const text = (length: number) => z.string().max(length);
const progress = z.object({ doneBytes: z.number(), places: most(jobPlace, 12) });
const file = copyFile.shape;
const bytes = z.number().min(0);

export const folderFound = z.object({
  ...{ path: text(1000), name: text(300), real: text(1000), files: z.int(), sizeBytes: bytes, more: z.boolean() },
  ...{ freeBytes: bytes, isDrive: z.boolean(), sight: cardSeen },
});

export const stationAsk = z.discriminatedUnion('ask', [
  z.object({ ask: z.literal('hello'), folders: most(folderFound, 200) }),
  z.object({ ask: z.literal('claim') }),
  z.object({ ask: z.literal('beat'), jobId: id, progress }),
  z.object({ ask: z.literal('end'), jobId: id, failure: text(4000).nullable(), progress }),
  z.object({ ask: z.literal('takeOn'), driveId: id, volume: driveVolume }),
  z.object({ ask: z.literal('saveSpace'), driveId: id, space: driveSpace }),
  z.object({
    ...{ ask: z.literal('list'), jobId: id },
    rows: most(
      z.object({
        ...{ driveId: id, path: file.path, sizeBytes: bytes, volumeId: file.volumeId },
        ...{ state: file.state, failure: file.failure },
      }),
      2000,
    ),
  }),
  z.object({
    ...{ ask: z.literal('listed'), jobId: id, files: z.int(), bytes },
    absent: most(z.object({ driveId: id, reason: text(1000) }), 12),
  }),
  z.object({
    ...{ ask: z.literal('settle'), jobId: id },
    rows: most(
      z.object({
        ...{ driveId: id, path: file.path, state: file.state, hash: file.hash, readFrom: file.readFrom },
        ...{ failure: file.failure, damage: file.damage, savedAs: file.savedAs },
      }),
      5000,
    ),
  }),
  z.object({ ask: z.literal('failDrive'), jobId: id, driveId: id, reason: text(1000) }),
  z.object({ ask: z.literal('dropWaiting'), jobId: id, driveId: id }),
  z.object({ ask: z.literal('clipsOf'), cardId: id }),
  z.object({ ask: z.literal('cardAt'), cardId: id }),
  z.object({
    ...{ ask: z.literal('saveClips'), cardId: id },
    rows: most(
      z.object({
        ...{ id, name: text(1000), path: text(4000), sizeBytes: bytes, startTimecode: text(16).nullable() },
        ...{ durationMs: z.number().nullable(), rate: text(20).nullable() },
      }),
      1000,
    ),
  }),
  z.object({
    ...{ ask: z.literal('saveCard'), cardId: id, notCopied: most(notCopied, 50), seen: cardSeen },
    ...{ alarms: most(cardAlarm, 50), leftOut: most(text(4000), 200_000) },
  }),
]);
export type StationAsk = z.infer<typeof stationAsk>;

/** What is answered, by what was asked. */
export interface StationReplies {
  hello: { toRead: string[] };
  claim: { order: Order | null };
  beat: { ours: boolean };
  clipsOf: { clips: { path: string; sizeBytes: number }[] };
  cardAt: { at: CardAt | null };
}
export const stationJoined = z.object({ id: z.uuid(), name: z.string(), secret: z.string(), seal: z.string() });
export type StationJoined = z.infer<typeof stationJoined>;
