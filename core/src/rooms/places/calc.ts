import { z } from 'zod';
import { defineCalc, figure, inputs, quantity } from '../../base/calc/index.ts';
import { noiseCost } from './scout.ts';

export const placeCalcs = [
  defineCalc({
    name: 'places.noise',
    about: 'Takes that a returning noise costs.',
    formula: 'Clean share = 1 − (take + noise) ÷ time between, never below 0; takes for a good one = 1 ÷ clean share.',
    assumptions: ['The noise comes evenly; takes begin at any moment; nobody waits for it.'],
    source: 'Definition',
    input: inputs({
      takeMin: quantity('The take', 'min', { from: 0 }),
      everyMin: quantity('The time between', 'min', { above: 0 }),
      lastsS: quantity('The noise', 's', { from: 0 }),
    }),
    output: z.object({ cleanShare: figure('The clean share', ''), takesPerGood: figure('The takes', '').nullable() }),
    example: { input: { takeMin: 2, everyMin: 8, lastsS: 120 }, output: { cleanShare: 0.5, takesPerGood: 2 } },
    run: (i) => noiseCost(i.takeMin, i.everyMin, i.lastsS),
  }),
];
