import { z } from 'zod';
import { defineCalc, inputs, word } from '../../base/calc/index.ts';
import { InputError } from '../../base/errors/index.ts';
import { coverCuts } from './cuts.ts';
import { coverRestarts } from './restarts.ts';

const id = (what: string) => word(what).min(1, `${what} is empty.`).max(80, `${what} has 80 characters at the most.`);
const list = <T extends z.ZodType>(of: T, what: string, most: number) =>
  z.array(of, { error: `${what} are a list.` }).max(most, `${what}: ${most} at the most.`);
const flag = (what: string) => z.boolean({ error: `${what} is true or false.` });
const sets = z.array(z.array(z.string()));

/** Whole seconds. */
const seconds = (what: string, from = 0) =>
  z
    .int(`${what} is a whole number of seconds.`)
    .min(from, `${what} is ${from}\u00a0s or more.`)
    .max(172_800, `${what} is two days at the most.`)
    .describe(`${what}, s`);
const span = (what: string) =>
  z.tuple([seconds(`${what}, its beginning`), seconds(`${what}, its end`)], {
    error: `${what} has a beginning and an end.`,
  });

function forward([from, to]: readonly [number, number], path: (string | number)[]): void {
  if (to < from) throw new InputError('cover.backwards', 'It ends before it begins.', path);
}

export const coverCalcs = [
  defineCalc({
    name: 'cover.cuts',
    about: 'The smallest sets of one or two things whose failure loses a moment.',
    formula:
      'A moment has its picture while one of its pictures of a wanted view has all it needs, and its sound while one clean sound has. One thing cuts it when all of these need it; two do when each of these needs one of them, and neither does it alone.',
    assumptions: ['Things fail whole. Three failing at once are not looked for.'],
    source: 'Minimal cut sets of a coherent system',
    input: inputs({
      things: list(inputs({ id: id('The thing’s id'), kind: word('The kind of thing') }), 'The things', 2000),
      sources: list(
        inputs({
          id: id('The source’s id'),
          kind: z.enum(['picture', 'sound'], { error: 'A source is a picture or a sound.' }),
          view: word('The view').nullable(),
          clean: flag('Whether it is clean'),
          needs: list(id('What it needs'), 'What it needs', 200),
        }),
        'The sources',
        500,
      ),
      moments: list(
        inputs({
          id: id('The moment’s id'),
          picture_any_of: list(word('The view'), 'The views', 50),
          clean_sound: flag('Whether clean sound is wanted'),
          sources: list(id('The source’s id'), 'Its sources', 500),
        }),
        'The moments',
        1000,
      ),
    }),
    output: z.object({
      moments: z.record(z.string(), sets).describe('By moment'),
      any_moment: sets.describe('What loses any of them'),
    }),
    example: {
      input: {
        things: ['A', 'B', 'mains', 'recorder'].map((x) => ({ id: x, kind: 'thing' })),
        sources: [
          { id: 'wide', kind: 'picture', view: 'wide', clean: false, needs: ['A', 'mains'] },
          { id: 'face', kind: 'picture', view: 'face', clean: false, needs: ['B', 'mains'] },
          { id: 'boom', kind: 'sound', view: null, clean: true, needs: ['recorder'] },
        ],
        moments: [
          { id: 'speech', picture_any_of: ['wide', 'face'], clean_sound: true, sources: ['wide', 'face', 'boom'] },
        ],
      },
      output: {
        moments: { speech: [['mains'], ['recorder'], ['A', 'B']] },
        any_moment: [['mains'], ['recorder'], ['A', 'B']],
      },
    },
    run: coverCuts,
  }),
  defineCalc({
    name: 'cover.restarts',
    about: 'When cameras with a clip limit are stopped and started again so that as many as can be keep rolling.',
    formula:
      'A restart at t stops a camera from t to t + gap, within one span in which it may stop; from clip to clip, before the first and after the last up to the end, no clip is longer than its limit. Least stopped is the smallest possible most of cameras standing still in one second of the window.',
    assumptions: [
      'A camera starts again when its gap is over. Give the limit less a margin.',
      'Proven where fewer at once are ruled out by the cameras that may stop only at times.',
    ],
    source:
      'Search in every order of stops set as late as they can be; of two states the one whose clips all began earlier is left out',
    input: inputs({
      cameras: list(
        inputs({
          id: id('The camera’s id'),
          clip_limit_s: seconds('The clip limit', 1),
          gap_s: seconds('The gap', 1),
          rolling_since_s: seconds('Rolling since'),
          may_stop: list(span('A time to stop'), 'The times to stop', 2000).nullable(),
        }),
        'The cameras',
        24,
      ),
      window: span('The window'),
      end_s: seconds('The end'),
      k_must_roll: z.int('How many must roll is a whole number.').min(0, 'None is the least that must roll.'),
    }),
    output: z.object({
      schedule: z.record(z.string(), z.array(z.number())).nullable().describe('Stops by camera, s'),
      least_stopped: z.number().nullable().describe('The most that stand still at once in the window'),
      k_can_roll: z.number().nullable().describe('Cameras that always roll'),
      proven: z.boolean().describe('Whether it can’t be fewer'),
    }),
    example: {
      input: {
        cameras: ['A', 'B'].map((x) => ({ id: x, clip_limit_s: 900, gap_s: 5, rolling_since_s: 0, may_stop: null })),
        window: [60, 1500],
        end_s: 1600,
        k_must_roll: 1,
      },
      output: { schedule: { A: [900], B: [895] }, least_stopped: 1, k_can_roll: 1, proven: true },
    },
    run: (i) => {
      const seen = new Set<string>();
      i.cameras.forEach((c, k) => {
        if (seen.has(c.id)) throw new InputError('cover.twice', `“${c.id}” is there twice.`, ['cameras', k, 'id']);
        seen.add(c.id);
        c.may_stop?.forEach((s, n) => forward(s, ['cameras', k, 'may_stop', n]));
      });
      forward(i.window, ['window']);
      return coverRestarts(i);
    },
  }),
];
