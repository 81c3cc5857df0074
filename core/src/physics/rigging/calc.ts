import { z } from 'zod';
import { defineCalc, figure, inputs, quantity } from '../../base/calc/index.ts';
import { windLoad } from './wind.ts';

export const riggingCalcs = [
  defineCalc({
    name: 'rigging.wind',
    about: 'Whether a flag or frame on a stand stands in a gust, and what ballast it lacks.',
    formula:
      'Force = ½ × 1.225 kg/m³ × 1.2 × area × gust²; moment = force × height. It stands while 1.5 × moment ≤ mass × 9.81 m/s² × base radius × cos(180° ÷ legs).',
    assumptions: [
      'Give the gust: the mean of a forecast hides it.',
      'Level, firm ground; the wind square on; three legs unless given.',
      'An estimate: above its limit take it down. A person may steady it, never be the ballast. Local codes, the venue and competent people decide.',
    ],
    source: 'Drag of a flat plate; tipping about the line between two legs',
    input: inputs({
      areaM2: quantity('The area', 'm²', { above: 0 }),
      heightM: quantity('The height', 'm', { above: 0 }),
      windMps: quantity('The gust', 'm/s', { from: 0 }),
      massKg: quantity('The mass', 'kg', { from: 0 }),
      baseRadiusM: quantity('The base radius', 'm', { above: 0 }),
      legs: z
        .int({ error: 'The number of legs is a whole number.' })
        .min(3, 'A stand has 3 legs or more.')
        .max(12, 'A stand has 12 legs or fewer.')
        .optional(),
    }),
    output: z.object({
      forceN: figure('The force', 'N'),
      momentNm: figure('The moment', 'N·m'),
      ballastKg: figure('Ballast to add', 'kg'),
      limitMps: figure('It stands to', 'm/s'),
    }),
    example: {
      input: { areaM2: 2, heightM: 2, windMps: 10, massKg: 0, baseRadiusM: 1 },
      output: { forceN: 147, momentNm: 294, ballastKg: 441 / (9.81 * 0.5), limitMps: 0 },
    },
    run: (i) => windLoad(i),
  }),
];
