import { z } from 'zod';
import { calendarDate, shareBp } from '@kavrell/core/records';
import { route } from './route.ts';

const inProduction = z.object({ productionId: z.uuid() });
const onePaper = inProduction.extend({ paperId: z.uuid() });
const issued = z.object({ paperId: z.uuid(), number: z.string() });

/** The paper’s id, made by who asks: asked again after an answer that was lost, the same paper is told and no other is issued. */
const paperId = z.uuid({ error: 'The paper’s id is missing.' });
/** A number that somebody gives by hand; null: the next of its range. */
const count = z
  .int('A number is a whole one.')
  .min(1, 'Numbers begin at 1.')
  .max(999_999_999, 'That number is too large.')
  .nullable();

/** Issues a quote or an invoice as the plan stands: its number is given out once, and nobody changes it any more. */
export const issuePaper = route({
  method: 'POST',
  path: '/api/productions/:productionId/money/papers',
  roles: ['owner'],
  params: inProduction,
  body: z.object({
    id: paperId,
    kind: z.enum(['quote', 'deposit', 'part', 'final'], { error: 'Choose quote, deposit, part or the whole.' }),
    estimateId: z.uuid(),
    /** Of a deposit or part. */
    shareBp: shareBp('The share'),
    issuedOn: calendarDate('The day'),
    /** By when it is to be paid, or how long a quote holds. */
    dueOn: calendarDate('The day by which it is due'),
    count,
    /** What stood on the screen: where the plan has changed since, nothing is issued. */
    grossMinor: z.int(),
  }),
  reply: issued,
});
/** Takes an invoice back whole, by a paper of its own. */
export const creditPaper = route({
  method: 'POST',
  path: '/api/productions/:productionId/money/papers/:paperId/credit',
  roles: ['owner'],
  params: onePaper,
  body: z.object({ id: paperId, issuedOn: calendarDate('The day'), count }),
  reply: issued,
});
export const paperPdf = route({
  method: 'GET',
  path: '/api/productions/:productionId/money/papers/:paperId/paper.pdf',
  roles: ['owner'],
  params: onePaper,
  body: null,
  reply: null,
});
/** An invoice or credit as data: UBL 2.1 by EN 16931. */
export const paperXml = route({
  method: 'GET',
  path: '/api/productions/:productionId/money/papers/:paperId/invoice.xml',
  roles: ['owner'],
  params: onePaper,
  body: null,
  reply: null,
});
/** The last number given out by what stands before it: 0 where none was. */
export const numberRanges = route({
  method: 'GET',
  path: '/api/house/numbers',
  roles: ['owner'],
  params: z.object({}),
  body: null,
  reply: z.array(z.object({ prefix: z.string(), last: z.int() })),
});
