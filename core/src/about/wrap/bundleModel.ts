import { z } from 'zod';
import { defineTable, id, readBy } from '../../base/records/index.ts';

/** Whom a hand-over is for: what is in it follows from that. */
export const BUNDLE_ROLES = ['editor', 'sound', 'client', 'archive'] as const;
export type BundleRole = (typeof BUNDLE_ROLES)[number];
export const BUNDLE_ROLE_WORDS: Readonly<Record<BundleRole, string>> = {
  editor: 'the editor',
  sound: 'whoever mixes the sound',
  client: 'the client',
  archive: 'the archive',
};
export const BUNDLE_STATES = ['waiting', 'running', 'done', 'failed', 'cancelled'] as const;

/** A hand-over bundle that the worker makes; written by the machinery only. */
export const bundle = z.object({
  id,
  version: z.int(),
  ...readBy('work', {
    forRole: z.enum(BUNDLE_ROLES),
    by: z.string(),
    state: z.enum(BUNDLE_STATES),
    totalFiles: z.int(),
    doneFiles: z.int(),
    /** The file in hand. */
    inHand: z.string(),
    sizeBytes: z.number(),
    /** The hash of its list of hashes: what was handed over can be told again. */
    listHash: z.string(),
    startedAtMs: z.number().nullable(),
    endedAtMs: z.number().nullable(),
    failure: z.string().nullable(),
  }),
});
export type Bundle = z.infer<typeof bundle>;
/** The table of hand-over bundles. */
export const bundleTable = defineTable({
  name: 'bundles',
  one: 'hand-over',
  row: bundle,
  fields: null,
  ofTheShoot: true,
});
