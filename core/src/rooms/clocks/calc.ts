import { z } from 'zod';
import { defineCalc, figure, figureOrNone, inputs, quantity, within, word } from '../../base/calc/index.ts';
import { parseRate } from '../../base/timecode/index.ts';
import { FAULT_CAUSES, findClockFault } from './faults.ts';
import { driftMs, rejamMinutes } from './drift.ts';

const ppm = quantity('The difference of the clocks', 'ppm');

export const clockCalcs = [
  defineCalc({
    name: 'clock.drift',
    about: 'How far a clock is off after a time.',
    formula: 'Parts per million × seconds ÷ 1000, in milliseconds. Positive is fast.',
    assumptions: [
      'The clock runs free and its rate holds: temperature moves it.',
      'Stated tolerances of two clocks add; measured values subtract.',
    ],
    source: 'Definition of parts per million',
    input: inputs({ ppm, seconds: quantity('The time', 's') }),
    output: z.object({ offsetMs: figure('The offset', 'ms') }),
    example: { input: { ppm: 6, seconds: 14400 }, output: { offsetMs: 86.4 } },
    run: (i) => ({ offsetMs: driftMs(i.ppm, i.seconds) }),
  }),
  defineCalc({
    name: 'clock.rejam',
    about: 'Minutes after which to jam again.',
    formula: 'Tolerance ÷ (parts per million ÷ 10⁶), in minutes; never at 0 ppm (null).',
    assumptions: ['They stood alike when they were jammed.', 'Half a frame is the usual tolerance: 20 ms at 25.'],
    source: 'Definition of parts per million',
    input: inputs({ ppm, toleranceMs: quantity('The tolerance', 'ms', { above: 0 }) }),
    output: z.object({ minutes: figureOrNone('The time', 'min') }),
    example: { input: { ppm: 20, toleranceMs: 24 }, output: { minutes: 20 } },
    run: (i) => ({ minutes: rejamMinutes(i.ppm, i.toleranceMs) }),
  }),
  defineCalc({
    name: 'clock.fault',
    about: 'What is wrong with a device’s timecode, from labels expected and found.',
    formula:
      'The difference found − expected at each instant, its steady part and its slope (median of the slopes of all pairs), against the pattern of each known fault; the simplest that explains every pair within the tolerance.',
    assumptions: ['Labels at face value; differences taken within ± 12 h.', 'One fault, for the whole set.'],
    source: 'Kavrell; slope after Theil and Sen',
    input: inputs({
      expectedRate: word('The rate expected'),
      foundRate: word('The rate of the device'),
      toleranceMs: quantity('The tolerance', 'ms', { above: 0 }).optional(),
      pairs: z
        .array(
          inputs({
            atSeconds: quantity('The instant', 's'),
            expected: word('The label expected'),
            found: word('The label found'),
            expectedDate: z.string().optional(),
            foundDate: z.string().optional(),
            clipSeconds: quantity('The clip’s length', 's', { from: 0 }).optional(),
          }),
          { error: 'Give the pairs as a list.' },
        )
        .min(1, 'Give one pair at least.')
        .max(500, 'Give 500 pairs at most.'),
    }),
    output: z.object({
      cause: z.enum(FAULT_CAUSES),
      words: z.string(),
      figure: z.number().nullable(),
      unit: z.string(),
      offsetMs: figure('The offset', 'ms'),
      slopePpm: z.number().nullable(),
      sure: z.boolean(),
    }),
    example: {
      input: {
        expectedRate: '25',
        foundRate: '25',
        pairs: [
          { atSeconds: 0, expected: '10:00:00:00', found: '11:00:00:00' },
          { atSeconds: 3600, expected: '11:00:00:00', found: '12:00:00:00' },
        ],
      },
      output: {
        cause: 'zone',
        words: 'The clock is 1\u00a0h ahead: it stands in another time zone, or summer time is not set.',
        figure: 60,
        unit: 'min',
        offsetMs: 3600000,
        slopePpm: 0,
        sure: true,
      },
    },
    run: (i) =>
      findClockFault({
        expectedRate: within('expectedRate', () => parseRate(i.expectedRate)),
        foundRate: within('foundRate', () => parseRate(i.foundRate)),
        toleranceMs: i.toleranceMs,
        pairs: i.pairs,
      }),
  }),
];
