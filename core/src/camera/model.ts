import { z } from 'zod';
import { id, line, recordBase, requiredLine } from '../records/index.ts';
import { rateField } from '../brief/index.ts';

const above = (label: string, unit: string) =>
  z.number({ error: `${label} is a number of ${unit}.` }).positive(`${label} must be more than 0.`);

export const cameraFields = z.object({
  letter: z
    .string()
    .trim()
    .regex(/^[A-Z]$/, 'A camera is called by one capital letter.'),
  name: requiredLine('The camera’s name', 80),
  framing: line('What it looks at', 120),
  operatorId: id.nullable(),
  rate: rateField,
  cardSizeBytes: above('The card’s size', 'bytes').max(1e15, 'A card of over 1 PB is not believable.'),
  rateMbps: above('The data rate', 'Mb/s').max(100_000, 'A data rate of over 100 Gb/s is not believable.'),
  /** Longest clip the camera records before it stops by itself; null when it has no limit. */
  clipLimitMin: above('The clip limit', 'minutes').nullable(),
  /** Minutes on one battery; null on mains. */
  batteryMin: above('The battery', 'minutes').nullable(),
  /** Whether a simulated camera stands in for it. */
  simulated: z.boolean(),
});
export const camera = cameraFields.extend(recordBase);
export type Camera = z.infer<typeof camera>;
