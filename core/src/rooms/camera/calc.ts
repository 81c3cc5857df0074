import { z } from 'zod';
import { defineCalc, figure, inputs, quantity } from '../../base/calc/index.ts';
import { bytesRecorded, minutesOnCard } from './media.ts';

const rateMbps = quantity('The data rate', 'Mb/s', { above: 0 });

export const mediaCalcs = [
  defineCalc({
    name: 'media.minutes',
    about: 'Minutes that fit on a card.',
    formula: 'Bytes × 8 ÷ (megabits a second × 10⁶) ÷ 60.',
    assumptions: ['Decimal megabits; the codec keeps its stated rate.'],
    source: 'Definition',
    input: inputs({ sizeBytes: quantity('The size', 'bytes', { from: 0 }), rateMbps }),
    output: z.object({ minutes: figure('The time', 'min') }),
    example: { input: { sizeBytes: 256e9, rateMbps: 512 }, output: { minutes: 256000 / 64 / 60 } },
    run: (i) => ({ minutes: minutesOnCard(i.sizeBytes, i.rateMbps) }),
  }),
  defineCalc({
    name: 'media.bytes',
    about: 'Bytes that a recording takes.',
    formula: 'Seconds × megabits a second × 10⁶ ÷ 8.',
    assumptions: ['Decimal megabits; the codec keeps its stated rate.'],
    source: 'Definition',
    input: inputs({ seconds: quantity('The time', 's', { from: 0 }), rateMbps }),
    output: z.object({ sizeBytes: figure('The size', 'bytes') }),
    example: { input: { seconds: 5400, rateMbps: 240 }, output: { sizeBytes: 162e9 } },
    run: (i) => ({ sizeBytes: bytesRecorded(i.seconds, i.rateMbps) }),
  }),
];
