import { z } from 'zod';
import {
  amountMinor,
  calendarDate,
  defineTable,
  id,
  line,
  position,
  readBy,
  recordBase,
  requiredLine,
} from '../../base/records/index.ts';

/** Something hired for some days, and what it costs to call it off. */
export const rentalFields = z.object(
  readBy('owner', {
    name: requiredLine('What is hired', 120),
    supplier: line('From whom', 120),
    fromDate: calendarDate('The first day'),
    toDate: calendarDate('The last day'),
    costMinor: amountMinor('The price'),
    /** What it costs to call it off after `freeUntil`. */
    cancelMinor: amountMinor('Calling it off'),
    /** The last date on which calling off or moving is free; null: never free. */
    freeUntil: calendarDate('The last free date').nullable(),
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
