import { z } from 'zod';
import { defineCalc, inputs, word } from '../../base/calc/index.ts';
import { InputError } from '../../base/errors/index.ts';
import { batteryDay } from './batteries.ts';
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
const positive = (what: string, unit: string, most: number) =>
  z
    .number({ error: `${what} is a number of ${unit}.` })
    .gt(0, `${what} must be more than 0.`)
    .max(most, `${what} of over ${most}\u00a0${unit} is not believable.`)
    .describe(`${what}, ${unit}`);
const minute = (what: string) =>
  z
    .number({ error: `${what} is a minute of the day.` })
    .min(-1440, `${what} is more than a day before.`)
    .max(4320, `${what} is more than two days after.`)
    .describe(`${what}, min`);
const triple = (what: string) =>
  z.tuple([mm(`${what}, first`, 1), mm(`${what}, second`, 1), mm(`${what}, third`, 1)], {
    error: `${what} has three sizes.`,
  });

export const kitCalcs = [
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
  defineCalc({
    name: 'kit.batteries',
    about: 'When packs are changed over a day, how many are needed, and when all of them are full again.',
    formula:
      'One pack lasts packMin, or packWh over watts, times the share that it gives in the cold, less the reserve; a device at half its level for twice as long. A pack that would not last a span is changed before it where that saves a stop in it, else when it is empty. Packs that come out are charged one after the other in each place; the fewest packs with which none is ever lacking are found by trying.',
    assumptions: [
      'Cold: lithium-ion packs give half at −20 °C, 65 % at −10, 80 % at 0, 92 % at 10, all from 20 on; typical, ±10 %.',
      'Packs are alike and full at the start; one is in the device.',
    ],
    source: 'Energy over power; typical discharge of lithium-ion cells in the cold',
    input: inputs({
      devices: z
        .array(
          inputs({
            id: word('The device’s id')
              .min(1, 'The device’s id is empty.')
              .max(80, 'An id has 80 characters at the most.'),
            watts: positive('Its draw', 'W', 20_000).nullable(),
            packWh: positive('A pack', 'Wh', 20_000).nullable(),
            packMin: positive('Minutes on a pack', 'min', 10_000).nullable(),
            packs: z
              .int('Packs are a whole number.')
              .min(0, 'Packs can’t be fewer than none.')
              .max(500, 'Five hundred packs are the most.'),
            swapMin: z
              .number({ error: 'A swap takes minutes.' })
              .min(0, 'A swap can’t be negative.')
              .max(120, 'A swap of over two hours is not believable.')
              .describe('A swap, min'),
            charge: inputs({
              min: positive('Charging', 'min', 1440),
              slots: z
                .int('Places are a whole number.')
                .min(1, 'One place at the least.')
                .max(100, 'A hundred places are the most.'),
            }).nullable(),
            on: z
              .array(
                inputs({
                  fromMin: minute('On from'),
                  toMin: minute('On until'),
                  level: z
                    .number({ error: 'The level is a share.' })
                    .min(0, 'The level is 0 at the least.')
                    .max(1, 'The level is 1 at the most.'),
                }),
                { error: 'When it is on is a list.' },
              )
              .max(200, 'Two hundred spans are the most.'),
          }),
          { error: 'The devices are a list.' },
        )
        .max(100, 'A hundred devices are the most.'),
      temperatureC: z
        .number({ error: 'The air is a number of °C.' })
        .min(-60, 'Colder than −60 °C is not believable.')
        .max(60, 'Hotter than 60 °C is not believable.')
        .nullable()
        .describe('The air, °C'),
      reserve: z
        .number({ error: 'The reserve is a share.' })
        .min(0, 'The reserve can’t be negative.')
        .max(0.9, 'A reserve over nine tenths is not believable.')
        .describe('Share that is left in a pack'),
    }),
    output: z.object({
      devices: z
        .array(
          z.object({
            ...{ id: z.string(), lastsMin: z.number(), onMin: z.number() },
            swaps: z.array(z.object({ atMin: z.number(), whileOn: z.boolean() })),
            ...{ packsNeeded: z.number(), short: z.number() },
            ...{ emptyAtMin: z.number().nullable(), chargedMin: z.number().nullable() },
          }),
        )
        .describe(
          'Each device: how long a pack lasts, when it is changed, how many are needed, how many lack and from when, when all are full',
        ),
    }),
    example: {
      input: {
        devices: [
          {
            ...{ id: 'A', watts: 40, packWh: 100, packMin: null, packs: 3, swapMin: 2, charge: { min: 150, slots: 2 } },
            on: [
              { fromMin: 480, toMin: 600, level: 1 },
              { fromMin: 660, toMin: 780, level: 1 },
            ],
          },
        ],
        ...{ temperatureC: 0, reserve: 0 },
      },
      output: {
        devices: [
          {
            ...{ id: 'A', lastsMin: 120, onMin: 240, swaps: [{ atMin: 660, whileOn: false }] },
            ...{ packsNeeded: 2, short: 0, emptyAtMin: null, chargedMin: 812 },
          },
        ],
      },
    },
    run: batteryDay,
  }),
];
