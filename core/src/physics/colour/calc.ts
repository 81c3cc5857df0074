import { z } from 'zod';
import { defineCalc, figure, inputs, quantity } from '../../base/calc/index.ts';
import { miredShift } from './mired.ts';
import { mixedKelvin } from './mixing.ts';

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
  defineCalc({
    name: 'colour.mix',
    about: 'Colour temperature of two whites that fall on one place.',
    formula:
      'Each is put on the line of glowing bodies, X, Y and Z are added by their lux, and the temperature nearest to the sum is taken.',
    assumptions: [
      'Both lie on the line; the sum lies near it. Whites far apart mix to a pink that has no true temperature.',
      'The line reaches from 1667 to 25,000 K: what is outside is said as its end.',
    ],
    source: 'Kim et al. (Planckian locus); CIE 15 (correlated colour temperature: nearest in CIE 1960)',
    input: inputs({
      firstLux: quantity('The first light', 'lux', { above: 0 }),
      firstK: quantity('Its colour', 'K', { from: 1667, to: 25000 }),
      secondLux: quantity('The second light', 'lux', { above: 0 }),
      secondK: quantity('Its colour', 'K', { from: 1667, to: 25000 }),
    }),
    output: z.object({ kelvin: figure('The colour', 'K') }),
    example: {
      input: { firstLux: 100, firstK: 5600, secondLux: 100, secondK: 5600 },
      output: { kelvin: mixedKelvin([{ lux: 100, kelvin: 5600 }]) ?? 0 },
    },
    run: (i) => ({
      kelvin:
        mixedKelvin([
          { lux: i.firstLux, kelvin: i.firstK },
          { lux: i.secondLux, kelvin: i.secondK },
        ]) ?? 0,
    }),
  }),
];
