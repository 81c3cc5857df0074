import { z } from 'zod';
import { defineCalc, figure, quantity, word } from '../../base/calc/index.ts';
import { readScene } from './kernel.ts';
import { readingsInput, sceneOf } from './input.ts';

export const illuminationCalcs = [
  defineCalc({
    name: 'light.readings',
    about: 'What faces receive of all light of a scene: lamps, panes, ambient light, sun, a room with openings.',
    formula:
      'Each piece of a lamp’s face sends light with cos^m of the angle off its normal (m = ln ½ ÷ ln cos(beam ÷ 2); 1 where no beam is said), scaled to its reading. A face receives Σ intensity × cosine ÷ distance² of every piece that it sees; boards give back reflectance × what falls on them, cloths give on the other side transmission × what falls on one, evenly to all sides; two panes on a way at most. In a room walls, ceiling and floor give to each other by form factors until nothing is left.',
    assumptions: [
      'Everything is matt; the sun’s half degree, mirrors and the bodies of lamps and people are left out.',
      'Against independent references: bare lamps and panes within 0.03 stop, rooms within 0.1 stop; fine structure in a room smaller than about a third of a metre is evened out.',
    ],
    source: 'Lambert’s law and contour formula; radiosity (finite elements, LU decomposition); cosine-power beam',
    input: readingsInput,
    output: z.object({
      faces: z.array(
        z.object({
          id: word('The face'),
          illuminanceLux: figure('The light', 'lux'),
          parts: z.record(z.string(), quantity('A part of the light', 'lux')),
        }),
      ),
      assumptions: z.array(z.string()),
    }),
    example: {
      input: {
        sources: [],
        panes: [],
        ambientLux: 600,
        faces: [{ id: 'down', position: [0, 0, 1.5], normal: [0, 0, -1] }],
      },
      output: {
        faces: [{ id: 'down', illuminanceLux: 600, parts: { ambient: 600 } }],
        assumptions: ['Everything is matt; light meets two panes on its way at most.'],
      },
    },
    run: (input) => {
      const scene = sceneOf(input);
      return {
        faces: readScene(scene),
        assumptions: [
          'Everything is matt; light meets two panes on its way at most.',
          ...(scene.sun
            ? ['The sun’s light is parallel: its half degree is left out, so shadows have hard edges.']
            : []),
          ...(scene.room
            ? ['Walls, ceiling and floor are worked out in pieces: what is finer than these is evened out.']
            : []),
        ],
      };
    },
  }),
];
