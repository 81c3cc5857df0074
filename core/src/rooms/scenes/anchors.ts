import { z } from 'zod';
import {
  defineTable,
  id,
  line,
  minuteOfDay,
  minutes,
  position,
  readBy,
  recordBase,
  requiredLine,
} from '../../base/records/index.ts';

const seconds = (label: string) =>
  z
    .number({ error: `${label} is a time such as 1:23.5.` })
    .min(0, `${label} can’t be negative.`)
    .max(36000, `${label} may be ten hours at most.`);

/** A song or a voice-over on which shots are hung. */
export const trackFields = z.object(
  readBy('work', {
    name: requiredLine('The name', 120),
    kind: z.enum(['song', 'voice'], { error: 'Choose song or voice.' }),
    /** Who may use it, where, for how long, by whose licence. */
    rights: line('What it may be used for', 300),
    fileHash: z
      .string()
      .regex(/^[0-9a-f]{64}$/)
      .nullable(),
    durationS: z
      .number({ error: 'The length is a time such as 3:20.' })
      .gt(0, 'The length must be more than nothing.')
      .max(36000, 'The length may be ten hours at most.'),
    /** Beats a minute; null while there is no grid. */
    bpm: z
      .number({ error: 'Beats a minute is a number.' })
      .min(20, 'Under 20 beats a minute is not believable.')
      .max(400, 'Over 400 beats a minute is not believable.')
      .nullable(),
    firstBeatS: seconds('The first beat'),
    beatsPerBar: z
      .int('Beats in a bar are a whole number.')
      .min(1, 'A bar has one beat at least.')
      .max(16, 'Sixteen beats in a bar are the most.'),
    cues: z
      .array(z.object({ atS: seconds('The cue'), name: line('The cue’s name', 60) }))
      .max(400, 'A track has 400 cues at most.'),
    /** Loudness from 0 to 255 in equal steps through the track. */
    peaks: z.array(z.int().min(0).max(255)).max(2000),
    position,
  }),
);
export const track = trackFields.extend(recordBase);
export type Track = z.infer<typeof track>;
/** The table of tracks. */
export const trackTable = defineTable({
  name: 'tracks',
  one: 'track',
  row: track,
  fields: trackFields,
  sortedBy: 'position',
});

/** A shot hung on a stretch of a track. */
export const pinFields = z.object(
  readBy('work', {
    trackId: id,
    shotId: id,
    fromS: seconds('The start'),
    toS: seconds('The end'),
  }),
);
export const pin = pinFields.extend(recordBase);
export type Pin = z.infer<typeof pin>;
/** The table of pins. */
export const pinTable = defineTable({
  name: 'pins',
  one: 'pin',
  row: pin,
  fields: pinFields,
  points: { shotId: 'shots', trackId: 'tracks' },
});

export const LINK_KINDS = ['variant', 'mirror'] as const;

/** Two shots that belong together: the same again with a change, or framed to face each other. */
export const shotLinkFields = z.object(
  readBy('work', {
    kind: z.enum(LINK_KINDS, { error: 'Choose variant or mirror.' }),
    shotId: id,
    otherShotId: id,
    /** What is different, and why. */
    change: line('The change', 300),
  }),
);
export const shotLink = shotLinkFields.extend(recordBase);
export type ShotLink = z.infer<typeof shotLink>;
/** The table of shot links. */
export const shotLinkTable = defineTable({
  name: 'shotLinks',
  one: 'link of two shots',
  row: shotLink,
  fields: shotLinkFields,
  points: { shotId: 'shots', otherShotId: 'shots' },
});

/** A suggestion that somebody decided against. */
export const waiverFields = z.object(
  readBy('work', {
    sceneId: id,
    key: requiredLine('The suggestion', 200),
    words: line('The words', 300),
  }),
);
export const waiver = waiverFields.extend(recordBase);
export type Waiver = z.infer<typeof waiver>;
/** The table of waivers. */
export const waiverTable = defineTable({
  name: 'waivers',
  one: 'decision',
  row: waiver,
  fields: waiverFields,
  points: { sceneId: 'scenes' },
  rules: { waivers_key_live: 'That was decided already.' },
});

/** Minutes in which one party has the place to itself: an operator, or the stills photographer. */
export const slotFields = z.object(
  readBy('work', {
    sceneId: id,
    holderId: id,
    startMin: minuteOfDay('The start'),
    lengthMin: minutes('The length', 600),
    note: line('The note', 200),
  }),
);
export const slot = slotFields.extend(recordBase);
export type Slot = z.infer<typeof slot>;
/** The table of slots. */
export const slotTable = defineTable({
  name: 'slots',
  one: 'slot',
  row: slot,
  fields: slotFields,
  points: { sceneId: 'scenes', holderId: 'people' },
});
