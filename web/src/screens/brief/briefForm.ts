import { productionFields } from '@kavrell/core/brief';
import { FORMAT_POLICIES, keepPolicy } from '@kavrell/core/copies';
import { z } from 'zod';

/** The fields of the brief’s form: figures come as they are typed. */
export const briefForm = productionFields
  .omit({ simulatedNowOffsetMs: true, keepPolicy: true, hotelMinor: true, driveHourMinor: true })
  .extend({
    captureWidthPx: z.coerce.number<number>().pipe(productionFields.shape.captureWidthPx),
    captureHeightPx: z.coerce.number<number>().pipe(productionFields.shape.captureHeightPx),
    readingWpm: z.coerce.number<number>().pipe(productionFields.shape.readingWpm),
    verifiedCopies: z.coerce
      .number<number>()
      .int('Copies are a whole number.')
      .min(1, 'At least one verified copy is needed.')
      .max(6, 'Six copies are the most Kavrell plans for.'),
    apart: z.boolean(),
    kinds: z.coerce.number<number>().pipe(keepPolicy.shape.kinds.removeDefault()),
    format: z.enum(FORMAT_POLICIES),
    leaveOut: z.string(),
  });

export type BriefValues = z.infer<typeof briefForm>;
