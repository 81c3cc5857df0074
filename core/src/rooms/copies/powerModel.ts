import { z } from 'zod';
import { defineTable, id, line, position, readBy, recordBase, requiredLine } from '../../base/records/index.ts';

const count = (what: string, least: number) =>
  z
    .int({ error: `${what} is a whole number.` })
    .min(least, `${what} is at least ${least}.`)
    .max(500, `${what} is 500 at the most.`);

/** Packs of one kind: how many there are, how many are empty now, and how long one charges. */
export const packFields = z.object(
  readBy('work', {
    name: requiredLine('The pack’s name', 60),
    /** The word that says which chargers take it, such as a mount; '' any that say nothing. */
    fits: line('What it fits', 40),
    count: count('How many there are', 1),
    empty: count('How many are empty', 0),
    /** From empty to full; null: nobody measured it. */
    chargeMin: z
      .number({ error: 'Charging takes a number of minutes.' })
      .min(1, 'Charging takes a minute at the least.')
      .max(1440, 'Charging takes a day at the most.')
      .nullable(),
    /** The camera that it runs; null: something else. */
    cameraId: id.nullable(),
    position,
  }),
);
export const pack = packFields.extend(recordBase);
export type Pack = z.infer<typeof pack>;
/** The table of packs. */
export const packTable = defineTable({
  name: 'packs',
  one: 'kind of pack',
  row: pack,
  fields: packFields,
  sortedBy: 'position',
  points: { cameraId: 'cameras' },
  ofTheShoot: true,
});

export const chargerFields = z.object(
  readBy('work', {
    name: requiredLine('The charger’s name', 60),
    fits: line('What it takes', 40),
    slots: count('How many it charges at once', 1),
    /** May charge while nobody is awake: by choice only. */
    unattended: z.boolean({ error: 'Whether it may charge unattended is yes or no.' }),
    position,
  }),
);
export const charger = chargerFields.extend(recordBase);
export type ChargerRow = z.infer<typeof charger>;
/** The table of chargers. */
export const chargerTable = defineTable({
  name: 'chargers',
  one: 'charger',
  row: charger,
  fields: chargerFields,
  sortedBy: 'position',
  ofTheShoot: true,
});
