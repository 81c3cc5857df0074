import { z } from 'zod';
import { defineCalc, inputs, word } from '../../base/calc/index.ts';
import { InputError } from '../../base/errors/index.ts';
import { packKit } from './pack.ts';

const mm = (what: string, least: number) =>
  z
    .number({ error: `${what} is a number of mm.` })
    .min(least, least > 0 ? `${what} must be more than 0.` : `${what} can’t be negative.`)
    .max(100_000, `${what} of over 100 m is not believable.`)
    .describe(`${what}, mm`);
const kg = (what: string) =>
  z
    .number({ error: `${what} is a number of kg.` })
    .min(0, `${what} can’t be negative.`)
    .max(100_000, `${what} of over 100 t is not believable.`)
    .describe(`${what}, kg`);
const anywhere = (what: string) =>
  z
    .number({ error: `${what} is a number of mm.` })
    .min(-100_000, `${what} is out of all bounds.`)
    .max(100_000, `${what} is out of all bounds.`)
    .describe(`${what}, mm`);
const triple = (what: string) =>
  z.tuple([mm(`${what}, first`, 1), mm(`${what}, second`, 1), mm(`${what}, third`, 1)], {
    error: `${what} has three sizes.`,
  });

export const packCalcs = [
  defineCalc({
    name: 'kit.pack',
    about: 'Pieces packed into a vehicle: what comes off first stands nearest to the door.',
    formula:
      'x across, y from the door inwards, z up. Pieces stand on the floor, on obstacles or on pieces, with 70 % of their base at the least; weight goes down by the area on which things meet, within what each piece bears. No piece of a later stop stands before one of an earlier stop in its own shadow to the door, nor above it. Some turn goes through the door. Payload, and each axle by lever, keep their limits. Corners are filled from the deepest and lowest on with the piece that touches most; the last part is taken out and packed anew, many times.',
    assumptions: [
      'Pieces are boxes and stiff; nothing is said of straps.',
      'Proven where all that fits at all is in. The steps are counted by the budget, so that the answer is the same on any machine.',
    ],
    source: 'Corner placement with large-neighbourhood search; squeaky-wheel priorities',
    input: inputs({
      space: triple('The space'),
      door: inputs({
        x: mm('The door’s side', 0),
        z: mm('Its sill', 0),
        w: mm('Its width', 1),
        h: mm('Its height', 1),
      }),
      obstacles: z
        .array(
          inputs({
            ...{ x: mm('x', 0), y: mm('y', 0), z: mm('z', 0) },
            ...{ dx: mm('The width', 1), dy: mm('The depth', 1), dz: mm('The height', 1) },
          }),
          { error: 'The obstacles are a list.' },
        )
        .max(40, 'Forty obstacles are the most.'),
      payload_kg: kg('The payload'),
      axles: inputs({
        ...{ front_y: anywhere('The front axle'), rear_y: anywhere('The rear axle') },
        ...{ front_kg: kg('What the front axle may get'), rear_kg: kg('What the rear axle may get') },
      }),
      boxes: z
        .array(
          inputs({
            id: word('The piece’s id')
              .min(1, 'The piece’s id is empty.')
              .max(80, 'An id has 80 characters at the most.'),
            size: triple('The piece'),
            kg: kg('Its weight'),
            this_side_up: z.boolean({ error: 'This side up is true or false.' }),
            bears_kg: kg('What it bears').nullable(),
            stop: z
              .int('A stop is a whole number.')
              .min(1, 'Stops begin at 1.')
              .max(99, 'Ninety-nine stops are the most.'),
          }),
          { error: 'The pieces are a list.' },
        )
        .max(300, 'Three hundred pieces are the most.'),
      seed: z
        .int('A seed is a whole number.')
        .min(0, 'A seed is 0 or more.')
        .max(4_294_967_295, 'A seed is below 2³².')
        .optional(),
      budgetMs: z
        .number({ error: 'The budget is a number of ms.' })
        .min(1, 'The budget is 1\u00a0ms at the least.')
        .max(20_000, 'The budget is 20\u00a0s at the most.')
        .optional()
        .describe('The budget, ms of a usual machine'),
    }),
    output: z.object({
      placed: z
        .array(
          z.object({
            ...{ id: z.string(), x: z.number(), y: z.number(), z: z.number() },
            ...{ dx: z.number(), dy: z.number(), dz: z.number() },
          }),
        )
        .describe('Where each stands, mm'),
      left_out: z.array(z.string()).describe('What is not in'),
      fill: z.number().describe('Share of the space without its obstacles'),
      proven: z.boolean().describe('No larger volume is possible'),
    }),
    example: {
      input: {
        ...{ space: [1000, 1000, 1000] as [number, number, number], door: { x: 0, z: 0, w: 1000, h: 1000 } },
        ...{ obstacles: [], payload_kg: 500, axles: { front_y: 2000, rear_y: 0, front_kg: 500, rear_kg: 500 } },
        boxes: [1, 2].map((stop) => ({
          ...{ id: `stop ${stop}`, size: [1000, 500, 1000] as [number, number, number], kg: 40 },
          ...{ this_side_up: true, bears_kg: null, stop },
        })),
      },
      output: {
        placed: [
          { id: 'stop 2', x: 0, y: 500, z: 0, dx: 1000, dy: 500, dz: 1000 },
          { id: 'stop 1', x: 0, y: 0, z: 0, dx: 1000, dy: 500, dz: 1000 },
        ],
        ...{ left_out: [], fill: 1, proven: true },
      },
    },
    run: (i) => {
      if (i.axles.front_y === i.axles.rear_y)
        throw new InputError('pack.axles', 'Both axles are at the same place.', ['axles']);
      return packKit(i);
    },
  }),
];
