import { z } from 'zod';
import { defineCalc, figure, inputs, quantity } from '../../base/calc/index.ts';
import { cleanSet, radioClashes } from './radio.ts';
import { readingSeconds } from './prompter.ts';

const carriers = z
  .array(quantity('A frequency', 'MHz', { above: 0 }))
  .max(60, 'Sixty carriers are the most that are worked out at once.');
const guardKhz = quantity('The guard', 'kHz', { from: 0 });
const NONLINEAR = 'Third- and fifth-order terms of a weakly nonlinear amplifier';

export const soundCalcs = [
  defineCalc({
    name: 'sound.clashes',
    about: 'Products of carriers that fall on one of them.',
    formula:
      '2a − b and a + b − c of all carriers, and 3a − 2b when asked, nearer than the guard to a carrier that is not part of it (order 3 and 5); a frequency that is there twice (order 1).',
    assumptions: [
      'Equal strength; which products really come up depends on how near transmitters stand to each other.',
    ],
    source: NONLINEAR,
    input: inputs({ frequenciesMhz: carriers, guardKhz, fifth: z.boolean().optional() }),
    output: z.object({
      count: figure('Clashes', ''),
      clashes: z.array(z.object({ victimMhz: z.number(), productMhz: z.number(), order: z.number() })),
    }),
    example: {
      input: { frequenciesMhz: [606.5, 607.1, 607.7], guardKhz: 50 },
      output: {
        count: 2,
        clashes: [
          { victimMhz: 607.7, productMhz: 607.7, order: 3 },
          { victimMhz: 606.5, productMhz: 606.5, order: 3 },
        ],
      },
    },
    run: (i) => {
      const clashes = radioClashes(i.frequenciesMhz, i.guardKhz, i.fifth).map(({ victimMhz, productMhz, order }) => ({
        victimMhz,
        productMhz,
        order,
      }));
      return { count: clashes.length, clashes };
    },
  }),
  defineCalc({
    name: 'sound.cleanSet',
    about:
      'Carriers in a range that do not disturb each other or those that are fixed; none when none were found, or when the fixed ones disturb each other.',
    formula:
      'A set whose sums of two all differ (Ruzsa 1993), spread by more than the guard; else a seeded greedy search; else, where there is little to choose from, every choice.',
    assumptions: ['Third order only. Licences are local law.', 'The same seed gives the same set on any machine.'],
    source: NONLINEAR,
    input: inputs({
      count: z
        .int('The count is a whole number.')
        .min(1, 'One carrier at least.')
        .max(60, 'Sixty carriers are the most.'),
      lowMhz: quantity('The lowest frequency', 'MHz', { above: 0 }),
      highMhz: quantity('The highest frequency', 'MHz', { above: 0 }),
      stepKhz: quantity('The step', 'kHz', { above: 0 }).optional(),
      spacingKhz: quantity('The spacing', 'kHz', { above: 0 }).optional(),
      guardKhz: guardKhz.optional(),
      fixedMhz: carriers.optional(),
      seed: z.int().optional(),
      tries: z.int().min(1).max(20_000, 'Over 20,000 tries take too long.').optional(),
    }),
    output: z.object({ frequenciesMhz: z.array(z.number()).nullable() }),
    example: {
      input: { count: 2, lowMhz: 606, highMhz: 614 },
      output: { frequenciesMhz: [606, 606.45] },
    },
    run: (i) => ({
      frequenciesMhz: cleanSet({
        count: i.count,
        lowMhz: i.lowMhz,
        highMhz: i.highMhz,
        stepKhz: i.stepKhz ?? 25,
        spacingKhz: i.spacingKhz ?? 400,
        guardKhz: i.guardKhz ?? 50,
        fixedMhz: i.fixedMhz ?? [],
        seed: i.seed ?? 1,
        tries: i.tries ?? 2500,
      }),
    }),
  }),
  defineCalc({
    name: 'sound.readingTime',
    about: 'How long a text takes to read aloud.',
    formula: 'Words ÷ words a minute, and 0.7 s of breath at each blank line.',
    assumptions: ['Words are what stands between blanks.'],
    source: 'Definition',
    input: inputs({ text: z.string().max(100_000), wpm: quantity('The pace', 'words a minute', { above: 0 }) }),
    output: z.object({ seconds: figure('The time', 's') }),
    example: { input: { text: 'one two three', wpm: 60 }, output: { seconds: 3 } },
    run: (i) => ({ seconds: readingSeconds(i.text, i.wpm) }),
  }),
];
