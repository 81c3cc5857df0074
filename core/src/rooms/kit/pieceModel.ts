import { z } from 'zod';
import {
  currencyCode,
  defineTable,
  fileHash,
  line,
  position,
  readBy,
  recordBase,
  requiredLine,
} from '../../base/records/index.ts';

export const PIECE_STATES = ['ready', 'faulty', 'away', 'lost', 'sold'] as const;
export const PIECE_STATE_WORDS: Readonly<Record<(typeof PIECE_STATES)[number], string>> = {
  ...{ ready: 'ready', faulty: 'faulty', away: 'lent out', lost: 'lost', sold: 'sold' },
};
const sizeMm = (what: string) =>
  z
    .number({ error: `${what} is a number of mm.` })
    .min(1, `${what} must be more than 0.`)
    .max(30_000, `${what} of over 30 m is not believable.`)
    .nullable();

/** Something that one owns, whatever job it is on: the own list stands apart from all productions. */
export const pieceFields = z.object(
  readBy('owner', {
    name: requiredLine('What it is', 160),
    /** What it is for: light, camera, sound. */
    department: line('What it is for', 40),
    count: z
      .int('How many there are is a whole number.')
      .min(1, 'One at least.')
      .max(10_000, 'Ten thousand are the most.'),
    serial: line('The serial number', 80),
    /** What one is worth, in `currency`; null: unknown. */
    valueMinor: z
      .int('What it is worth is an amount of money.')
      .min(0, 'It can’t be worth less than nothing.')
      .max(1e11, 'Worth that much is not believable.')
      .nullable(),
    currency: currencyCode,
    /** Where it was made, as customs ask. */
    madeIn: line('Where it was made', 40),
    massKg: z
      .number({ error: 'Its weight is a number of kg.' })
      .min(0, 'Its weight can’t be negative.')
      .max(50_000, 'A weight of over 50 t is not believable.')
      .nullable(),
    widthMm: sizeMm('Its width'),
    depthMm: sizeMm('Its depth'),
    heightMm: sizeMm('Its height'),
    state: z.enum(PIECE_STATES, { error: 'Choose ready, faulty, lent out, lost or sold.' }),
    /** Where it is when it is on no job. */
    whereabouts: line('Where it is', 120),
    photoHash: fileHash.nullable(),
    note: line('The note', 200),
    position,
  }),
);
export const piece = pieceFields.extend(recordBase);
export type Piece = z.infer<typeof piece>;
/** The table of what one owns. It stands in a production of its own that is never shot: the house. */
export const pieceTable = defineTable({
  name: 'pieces',
  one: 'own piece',
  row: piece,
  fields: pieceFields,
  sortedBy: 'position',
});

export const PIECE_DEFAULTS: Omit<z.infer<typeof pieceFields>, 'name' | 'position'> = {
  ...{ department: '', count: 1, serial: '', valueMinor: null, currency: 'EUR', madeIn: '', massKg: null },
  ...{ widthMm: null, depthMm: null, heightMm: null, state: 'ready', whereabouts: '', photoHash: null, note: '' },
};
