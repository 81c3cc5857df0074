import { z } from 'zod';
import { defineTable, id, line, position, readBy, recordBase, requiredLine } from '../../base/records/index.ts';
import { isCalendarDate } from '../../base/time/index.ts';

const date = (label: string) => z.string().refine(isCalendarDate, `${label} is a date that exists, as YYYY-MM-DD.`);
const price = (label: string) =>
  z
    .int(`${label} is an amount of money.`)
    .min(0, `${label} can’t be negative.`)
    .max(1e10, `${label} that dear is not believable.`);

/** Something hired for some days, and what it costs to call it off. */
export const rentalFields = z.object(
  readBy('owner', {
    name: requiredLine('What is hired', 120),
    supplier: line('From whom', 120),
    fromDate: date('The first day'),
    toDate: date('The last day'),
    costMinor: price('The price'),
    /** What it costs to call it off after `freeUntil`. */
    cancelMinor: price('Calling it off'),
    /** The last date on which calling off or moving is free; null: never free. */
    freeUntil: date('The last free date').nullable(),
    dayId: id.nullable(),
    position,
  }),
);
export const rental = rentalFields.extend(recordBase);
export type Rental = z.infer<typeof rental>;
/** The table of rentals. */
export const rentalTable = defineTable({
  name: 'rentals',
  one: 'rental',
  row: rental,
  fields: rentalFields,
  sortedBy: 'position',
  points: { dayId: 'days' },
});
