import { z } from 'zod';
import { defineCalc, figure, inputs, quantity } from '../calc/index.ts';
import { miredShift } from './mired.ts';

export const colourCalcs = [
  defineCalc({
    name: 'colour.mired',
    about: 'The filter that takes one colour temperature to another.',
    formula:
      'A million ÷ the temperature wanted, less a million ÷ the temperature there is. Positive warms, negative cools.',
    assumptions: ['Both lie on the line of glowing bodies; a green or magenta cast is another matter.'],
    source: 'Definition of the micro reciprocal degree',
    input: inputs({
      fromK: quantity('The colour temperature there is', 'K', { above: 0 }),
      toK: quantity('The colour temperature wanted', 'K', { above: 0 }),
    }),
    output: z.object({ shiftMired: figure('The shift', 'mired') }),
    example: { input: { fromK: 5000, toK: 4000 }, output: { shiftMired: 50 } },
    run: (i) => ({ shiftMired: miredShift(i.fromK, i.toK) }),
  }),
];
