import { z } from 'zod';
import { defineCalc, inputs, word } from '../../base/calc/index.ts';
import { PACE_KINDS } from '../../plan/day/index.ts';
import { missingByHarm, MISSING_KINDS } from './missing.ts';
import { paceSpread } from './pace.ts';

const date = (what: string) => z.iso.date({ error: `${what} is a date, such as 2027-03-18.` });
const minutes = (what: string) =>
  z
    .number({ error: `${what} is a number of minutes.` })
    .min(0, `${what} can’t be negative.`)
    .max(2880, `${what} is two days at the most.`)
    .describe(`${what}, min`);

export const wrapCalcs = [
  defineCalc({
    name: 'wrap.missing',
    about: 'What is missing after a day, worst first.',
    formula:
      'Facts go into groups by kind in this order of harm: on its card alone, a moment not had, a must not had, a clip that is not as it should be, no clean sound, somebody who does not want to be seen, a take without its clip, a clip without a take, copied and not kept, consent open, not taken, not cut, not back, hours not noted, report not given, sign-off open, spelling not confirmed, a copy whose time is over. Within a group what is due first comes first; overdue is what was due before today.',
    assumptions: ['The order of harm is the same for every job.'],
    source: 'What a loss costs and whether it can be made good: first what never can',
    input: inputs({
      today: date('Today'),
      facts: z
        .array(
          inputs({
            kind: z.enum(MISSING_KINDS, { error: 'That is no kind of what can be missing.' }),
            id: word('The id'),
            name: word('The name'),
            who: word('Who'),
            by: date('By when').nullable(),
          }),
          { error: 'The facts are a list.' },
        )
        .max(20_000, 'Twenty thousand facts are the most.'),
    }),
    output: z.object({
      groups: z.array(
        z.object({
          kind: z.enum(MISSING_KINDS),
          count: z.int(),
          ids: z.array(z.string()),
          names: z.array(z.string()),
          who: z.array(z.string()),
          by: z.string().nullable(),
          overdue: z.int(),
        }),
      ),
    }),
    run: ({ facts, today }) => ({
      groups: missingByHarm(facts, today).map(({ facts: own, ...group }) => ({
        ...group,
        count: own.length,
        ids: own.map((f) => f.id),
      })),
    }),
    example: {
      input: {
        today: '2027-03-19',
        facts: [
          { kind: 'signOff', id: 'a', name: 'Rough cut', who: 'Mara', by: '2027-03-18' },
          { kind: 'must', id: 'b', name: '7C', who: '', by: null },
          { kind: 'signOff', id: 'c', name: 'Script', who: 'Mara', by: '2027-03-01' },
        ],
      },
      output: {
        groups: [
          { kind: 'must', count: 1, ids: ['b'], names: ['7C'], who: [], by: null, overdue: 0 },
          {
            ...{ kind: 'signOff', count: 2, ids: ['c', 'a'], names: ['Script', 'Rough cut'] },
            ...{ who: ['Mara'], by: '2027-03-01', overdue: 2 },
          },
        ],
      },
    },
  }),
  defineCalc({
    name: 'wrap.pace',
    about: 'One’s own pace by kind of work: how it went against estimates, how often it was seen, how far it spreads.',
    formula:
      'Of each kind the ratios actual ÷ estimate, those beyond 6 : 1 either way left out. Median, and the tenth and ninetieth percentile (linear between ranks). What a plan uses is (5 × 1 + n × median) ÷ (5 + n).',
    assumptions: [
      'What took more than six times its estimate, or less than a sixth, was a meal or a forgotten cut.',
      'Under five times seen, the spread says little.',
    ],
    source: 'Order statistics; shrinkage toward a prior mean with the weight of five observations',
    input: inputs({
      seen: z
        .array(
          inputs({
            kind: z.enum(PACE_KINDS, { error: 'That is no kind of work that a pace is learned of.' }),
            estimate: minutes('The estimate'),
            actual: minutes('What it took'),
          }),
          { error: 'What was seen is a list.' },
        )
        .max(50_000, 'Fifty thousand are the most.'),
    }),
    output: z.object({
      paces: z.array(
        z.object({
          kind: z.enum(PACE_KINDS),
          count: z.int(),
          median: z.number().nullable(),
          low: z.number().nullable(),
          high: z.number().nullable(),
          factor: z.number(),
        }),
      ),
    }),
    run: ({ seen }) => ({ paces: paceSpread(seen) }),
    example: {
      input: {
        seen: [
          { kind: 'setup', estimate: 20, actual: 30 },
          { kind: 'setup', estimate: 20, actual: 24 },
          { kind: 'setup', estimate: 20, actual: 40 },
        ],
      },
      output: { paces: [{ kind: 'setup', count: 3, median: 1.5, low: 1.26, high: 1.9, factor: 1.1875 }] },
    },
  }),
];
