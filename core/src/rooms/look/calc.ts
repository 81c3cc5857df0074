import { z } from 'zod';
import { defineCalc, figure, inputs } from '../../base/calc/index.ts';
import { hexColour } from './model.ts';
import { keyScreen } from './keyScreen.ts';
import { deltaEOk, oklabOf } from './oklab.ts';

const colour = (what: string) => hexColour.describe(`${what}, #rrggbb`);

export const lookCalcs = [
  defineCalc({
    name: 'look.distance',
    about: 'How different two colours look.',
    formula: 'ΔE OK = 100 × the straight distance between the colours in OKLab.',
    assumptions: [
      'sRGB colours, seen on a calibrated screen in an average surround.',
      'About 2 is just seen side by side.',
    ],
    source: 'B. Ottosson, “A perceptual color space for image processing”, 2020',
    input: inputs({ a: colour('The first colour'), b: colour('The second colour') }),
    output: z.object({ deltaEOk: figure('The distance, ΔE OK', '') }),
    example: { input: { a: '#3a6b8c', b: '#3a6b8c' }, output: { deltaEOk: 0 } },
    run: ({ a, b }) => ({ deltaEOk: deltaEOk(oklabOf(a), oklabOf(b)) }),
  }),
  defineCalc({
    name: 'look.keyScreen',
    about: 'The colour of a key screen that lies farthest from what must stay.',
    formula:
      'Of all 360 whole degrees of hue in OKLCH the one whose least distance to every colour given, and to the hues of skin (20° to 85°) when a person stands in the layer, is largest; the runner-up at least 40° from it.',
    assumptions: [
      'Colours with a chroma under 0.04 are greys and have no hue to be keyed out.',
      'Under 40° an edge is cut out with the screen.',
    ],
    source: 'Kavrell’s own; colour space by B. Ottosson, 2020',
    input: inputs({
      colours: z
        .array(hexColour, { error: 'Give the colours as a list of #rrggbb.' })
        .max(200, 'Two hundred colours are the most.')
        .describe('Colours that must stay, #rrggbb'),
      person: z
        .boolean({ error: 'Say whether a person stands in the layer: true or false.' })
        .describe('Whether a person stands in the layer'),
    }),
    output: z.object({
      hueDeg: figure('The hue', '°'),
      clearDeg: figure('Its least distance', '°'),
      runnerUpHueDeg: figure('The runner-up’s hue', '°'),
      runnerUpClearDeg: figure('The runner-up’s least distance', '°'),
      risky: z.boolean().describe('Whether even the best is too near'),
    }),
    example: {
      input: { colours: [], person: false },
      output: { hueDeg: 0, clearDeg: 180, runnerUpHueDeg: 40, runnerUpClearDeg: 180, risky: false },
    },
    run: (i) => {
      const { best, runnerUp, risky } = keyScreen(i);
      return {
        hueDeg: best.hueDeg,
        clearDeg: best.clearDeg,
        runnerUpHueDeg: runnerUp.hueDeg,
        runnerUpClearDeg: runnerUp.clearDeg,
        risky,
      };
    },
  }),
];
