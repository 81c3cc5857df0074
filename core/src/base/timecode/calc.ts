import { z } from 'zod';
import { defineCalc, figure, inputs, within, word } from '../calc/index.ts';
import { formatLabel, parseLabel } from './label.ts';
import { parseRate, type Rate } from './rate.ts';
import { addFrames, convertFrames, elapsed } from './sums.ts';

const label = word('The label', 'HH:MM:SS:FF');
const rate = word('The rate', '"25" or "30000/1001df"');
const frames = z
  .int({
    error: (issue) =>
      issue.input === undefined ? 'The frame count is missing.' : 'The frame count is a whole number.',
  })
  .describe('The frame count');
const SOURCE = 'SMPTE ST 12-1';
const rateAt = (text: string, path = 'rate') => within(path, () => parseRate(text));
const framesAt = (text: string, at: Rate, path = 'label') => within(path, () => parseLabel(text, at));

export const timecodeCalcs = [
  defineCalc({
    name: 'timecode.frames',
    about: 'How many frames after midnight a label stands.',
    formula:
      'Whole seconds × labels a second + frames; in drop-frame less the labels skipped: 2 (59.94: 4) at each minute that is not a tenth.',
    assumptions: ['The rate’s drop flag decides, not the separator.'],
    source: SOURCE,
    input: inputs({ label, rate }),
    output: z.object({ frames: z.int() }),
    example: { input: { label: '01:00:00;00', rate: '30000/1001df' }, output: { frames: 107892 } },
    run: (i) => ({ frames: framesAt(i.label, rateAt(i.rate)) }),
  }),
  defineCalc({
    name: 'timecode.label',
    about: 'The label of a frame count.',
    formula:
      'The count modulo 24 h, with the skipped labels put back in drop-frame, as hours, minutes, seconds and frames.',
    assumptions: [
      'Counts outside a day, negative too, wrap modulo 24 h.',
      'Drop-frame labels have ; before the frames.',
    ],
    source: SOURCE,
    input: inputs({ frames, rate }),
    output: z.object({ label: z.string() }),
    example: { input: { frames: 1800, rate: '29.97df' }, output: { label: '00:01:00;02' } },
    run: (i) => ({ label: formatLabel(i.frames, rateAt(i.rate)) }),
  }),
  defineCalc({
    name: 'timecode.add',
    about: 'Sum and difference of two labels.',
    formula: 'The frame counts of both are added (subtracted) and wrapped modulo 24 h.',
    assumptions: ['Both labels count at the one rate.'],
    source: SOURCE,
    input: inputs({ a: word('The first label'), b: word('The second label'), rate }),
    output: z.object({ sum: z.string(), difference: z.string() }),
    example: {
      input: { a: '23:59:59:24', b: '00:00:00:02', rate: '25' },
      output: { sum: '00:00:00:01', difference: '23:59:59:22' },
    },
    run: (i) => {
      const at = rateAt(i.rate);
      const [a, b] = [framesAt(i.a, at, 'a'), framesAt(i.b, at, 'b')];
      return { sum: formatLabel(addFrames(a, b, at), at), difference: formatLabel(addFrames(a, -b, at), at) };
    },
  }),
  defineCalc({
    name: 'timecode.elapsed',
    about: 'Real time from 00:00:00:00 to a label.',
    formula: 'Frames ÷ frames a second, as an exact fraction of seconds.',
    assumptions: ['The clock ran at exactly its rate: 23.976 means 24000/1001.'],
    source: SOURCE,
    input: inputs({ label, rate }),
    output: z.object({ seconds: figure('The time', 's'), exact: z.string() }),
    example: {
      input: { label: '01:00:00:00', rate: '24000/1001' },
      output: { seconds: 3603.6, exact: '18018/5' },
    },
    run: (i) => {
      const at = rateAt(i.rate);
      const { p, q } = elapsed(framesAt(i.label, at), at);
      return { seconds: Number(p) / Number(q), exact: `${p}/${q}` };
    },
  }),
  defineCalc({
    name: 'timecode.convert',
    about: 'The label at another rate that is on at the same instant.',
    formula: 'Frames × (frames a second of the new rate ÷ of the old), rounded down, wrapped modulo 24 h.',
    assumptions: ['Both clocks stood at 00:00:00:00 at one instant.'],
    source: SOURCE,
    input: inputs({ label, from: word('The rate to convert from'), to: word('The rate to convert to') }),
    output: z.object({ label: z.string() }),
    example: { input: { label: '01:00:00:00', from: '24000/1001', to: '25' }, output: { label: '01:00:03:15' } },
    run: (i) => {
      const [from, to] = [rateAt(i.from, 'from'), rateAt(i.to, 'to')];
      return { label: formatLabel(convertFrames(framesAt(i.label, from), from, to), to) };
    },
  }),
];
