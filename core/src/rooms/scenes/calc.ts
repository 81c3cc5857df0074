import { z } from 'zod';
import { defineCalc, figure, inputs, quantity, word } from '../../base/calc/index.ts';
import { shotMinutes, takesFor } from './estimate.ts';
import { SCENE_STYLES } from './model.ts';
import { scriptTimes } from './rollup.ts';
import { tempoOfTaps } from './track.ts';

const minutes = (what: string) => quantity(what, 'min', { from: 0, to: 1440 });

export const sceneCalcs = [
  defineCalc({
    name: 'scenes.shotMinutes',
    about: 'Minutes a shot takes, by how its scene is covered.',
    formula:
      'Rehearsal × r + reset + takes × (take + between). As written r is 1; few, perfect: r is 2 and takes × 1.5; many angles: r is 0.5 and takes × 0.5; takes rounded up, one at least.',
    assumptions: ['Change-overs before the shot are not in it: they depend on the order.'],
    source: 'Kavrell’s own rule of thumb; your own pace replaces it',
    input: inputs({
      rehearseMin: minutes('Rehearsal'),
      resetMin: minutes('Reset'),
      takes: quantity('The takes', '', { from: 1, to: 99 }),
      takeLengthMin: minutes('One take'),
      turnMin: minutes('Between takes'),
      style: z
        .enum(SCENE_STYLES, { error: `The style is one of ${SCENE_STYLES.join(', ')}.` })
        .optional()
        .describe('How the scene is covered'),
    }),
    output: z.object({ minutes: figure('The minutes', 'min'), takes: figure('The takes', '') }),
    example: {
      input: { rehearseMin: 4, resetMin: 1, takes: 4, takeLengthMin: 1, turnMin: 0.5, style: 'few' },
      output: { minutes: 18, takes: 6 },
    },
    run: ({ takes, style, ...shot }) => {
      const timed = { ...shot, takesPlanned: takes, minutesOverride: null };
      return { minutes: shotMinutes(timed, style), takes: takesFor(timed, style) };
    },
  }),
  defineCalc({
    name: 'scenes.scriptTimes',
    about: 'How long a scene plays, and how long its text takes to read aloud.',
    formula: 'Screen time = eighths of a page × 7.5 s. Reading time = words ÷ words a minute.',
    assumptions: ['A page plays about a minute, over a whole script; single scenes differ widely.'],
    source: 'Custom of the trade',
    input: inputs({
      eighths: quantity('The eighths of a page', '', { from: 0, to: 8000 }),
      text: word('The text'),
      wordsPerMin: quantity('The pace', 'words a minute', { above: 0 }),
    }),
    output: z.object({
      screenS: figure('The screen time', 's'),
      words: figure('The words', ''),
      readingS: figure('The reading time', 's'),
    }),
    example: {
      input: { eighths: 4, text: 'My mother drew nine.', wordsPerMin: 120 },
      output: { screenS: 30, words: 4, readingS: 2 },
    },
    run: (i) => scriptTimes({ eighths: i.eighths, script: i.text }, i.wordsPerMin),
  }),
  defineCalc({
    name: 'scenes.tempo',
    about: 'Tempo and first beat of a tapped rhythm.',
    formula:
      'The slope of the least-squares line through the taps; the first beat is its start, brought into the first interval.',
    assumptions: ['Taps fall on every beat, none left out.', 'null with fewer than four taps or none that go on.'],
    source: 'Linear regression',
    input: inputs({
      tapsS: z
        .array(z.number({ error: 'A tap is a time in seconds.' }), { error: 'Give the taps as a list of seconds.' })
        .max(10_000, 'Ten thousand taps are the most.')
        .describe('The taps, s'),
    }),
    output: z.object({
      bpm: z.number().nullable().describe('The tempo, beats a minute'),
      firstBeatS: z.number().nullable().describe('The first beat, s'),
    }),
    example: { input: { tapsS: [2.5, 3, 3.5, 4] }, output: { bpm: 120, firstBeatS: 0 } },
    run: ({ tapsS }) => tempoOfTaps(tapsS) ?? { bpm: null, firstBeatS: null },
  }),
];
