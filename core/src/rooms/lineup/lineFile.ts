import { z } from 'zod';

const number = (what: string) => z.number({ error: `${what} is a number.` });

/** What is known of a file that was lined up. */
export const lineFile = z.object({
  file: z.string(),
  durationS: number('The length'),
  /** Frames a second of its picture or of its timecode, by name; null where it says none. */
  rate: z.string().nullable(),
  startTimecode: z.string().nullable(),
  channels: z.int(),
  reel: z.string(),
});
/** A file on the line: common time = offsetMs / 1000 + t / (1 + driftPpm · 10⁻⁶). */
export const lineDevice = z.object({
  file: z.string(),
  offsetMs: number('The offset'),
  driftPpm: number('The drift'),
  component: z.int(),
  /** Known to a press of a button only; left out: it is sure. */
  onlyAbout: z.boolean().optional(),
});

/** What `kavrell lineup --json` says, and what exports are made from. */
export const lineJson = z.object({
  files: z.array(lineFile),
  pairs: z.array(
    z.object({
      ...{ a: z.string(), b: z.string(), refused: z.string().nullable(), offsetMs: z.number().nullable() },
      ...{ atS: z.number().nullable(), driftPpm: z.number().nullable(), confidence: z.number() },
    }),
  ),
  devices: z.array(lineDevice),
  unplaced: z.array(z.object({ file: z.string(), reason: z.string() })),
});
export type LineJson = z.infer<typeof lineJson>;
export type LineFile = z.infer<typeof lineFile>;
