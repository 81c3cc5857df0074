import { z } from 'zod';
import { defineTable, id, line, position, readBy, recordBase, requiredLine } from '../../base/records/index.ts';

export const hexColour = z
  .string()
  .trim()
  .toLowerCase()
  // Three digits stand for six: #fff is #ffffff.
  .overwrite((text) => text.replace(/^#([0-9a-f])([0-9a-f])([0-9a-f])$/, '#$1$1$2$2$3$3'))
  .regex(/^#[0-9a-f]{6}$/, 'A colour is written like #3a6b8c.');

/** What a palette says: the look wanted, or what is really there to be seen. */
export const PALETTE_ROLES = ['look', 'costume', 'set', 'brand'] as const;
export type PaletteRole = (typeof PALETTE_ROLES)[number];

export const swatch = z.object({
  hex: hexColour,
  /** Share of the picture, 0–1; 0 for a colour put in by hand. */
  share: z.number().min(0).max(1),
});
export type Swatch = z.infer<typeof swatch>;

/** Colours with a reason, bound to scenes or to a state of the story. */
export const paletteFields = z.object(
  readBy('work', {
    name: requiredLine('The palette’s name', 80),
    role: z.enum(PALETTE_ROLES, { error: 'Choose what the palette is of.' }),
    reason: line('The reason', 300),
    storyState: line('The story state', 60),
    sceneIds: z.array(id).max(300, 'A palette is bound to 300 scenes at most.'),
    swatches: z.array(swatch).max(12, 'Twelve colours are the most a palette holds.'),
    /** The picture it was taken from. */
    pictureId: id.nullable(),
    position,
  }),
);
export const palette = paletteFields.extend(recordBase);
export type Palette = z.infer<typeof palette>;
/** The table of palettes. */
export const paletteTable = defineTable({
  name: 'palettes',
  one: 'palette',
  row: palette,
  fields: paletteFields,
  sortedBy: 'position',
  points: { pictureId: 'pictures', sceneIds: 'scenes' },
});

const stroke = z.object({
  /** Points in shares of the frame’s width and height, flat: x, y, x, y … */
  points: z.array(z.number().min(-1).max(2)).max(4000, 'A stroke has 2000 points at most.'),
  weight: z.enum(['thin', 'thick']),
});
export type Stroke = z.infer<typeof stroke>;

/** A still: a reference for the look, a board of a shot (a photograph, or a scribble made of strokes), or what was found at a place. */
export const pictureFields = z.object(
  readBy('work', {
    role: z.enum(['look', 'board', 'place']),
    shotId: id.nullable(),
    /** Content address of the stored file; null for a scribble. */
    fileHash: z
      .string()
      .regex(/^[0-9a-f]{64}$/, 'That is not the address of a stored file.')
      .nullable(),
    strokes: z.array(stroke).max(400, 'A scribble has 400 strokes at most.'),
    caption: line('The caption', 200),
    widthPx: z.int().min(1).max(32768),
    heightPx: z.int().min(1).max(32768),
    position,
  }),
);
export const picture = pictureFields.extend(recordBase);
export type Picture = z.infer<typeof picture>;
/** The table of pictures. */
export const pictureTable = defineTable({
  name: 'pictures',
  one: 'picture',
  row: picture,
  fields: pictureFields,
  sortedBy: 'position',
  points: { shotId: 'shots' },
});
