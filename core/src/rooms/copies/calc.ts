import { z } from 'zod';
import { defineCalc, inputs, word } from '../../base/calc/index.ts';
import { mediaLoss } from './loss.ts';
import { mediaNight } from './night.ts';

const id = (what: string) => word(what).min(1, `${what} is empty.`).max(80, `${what} has 80 characters at the most.`);
const list = <T extends z.ZodType>(of: T, what: string, most: number) =>
  z.array(of, { error: `${what} are a list.` }).max(most, `${what}: ${most} at the most.`);
const bytes = (what: string) =>
  z
    .number({ error: `${what} is a number of bytes.` })
    .min(0, `${what} can’t be negative.`)
    .max(1e16, `${what} of over 10 PB is not believable.`)
    .describe(`${what}, bytes`);
const speed = (what: string) =>
  z
    .number({ error: `${what} is a number of bytes a second.` })
    .min(1000, `${what} under 1 kB/s is not believable.`)
    .max(1e11, `${what} over 100 GB/s is not believable.`)
    .describe(`${what}, bytes/s`);
const seconds = (what: string) =>
  z
    .number({ error: `${what} is a number of seconds.` })
    .min(0, `${what} can’t be negative.`)
    .max(604_800, `${what} is a week at the most.`)
    .describe(`${what}, s`);
const bar = z.object({
  kind: z.enum(['read', 'verify', 'second', 'verifySecond']),
  cardId: z.string(),
  from: z.string(),
  to: z.array(z.string()),
  fromS: z.number(),
  toS: z.number(),
});

export const nightCalcs = [
  defineCalc({
    name: 'media.night',
    about: 'When a night’s copying is done, when somebody must swap a card, and when one may sleep.',
    formula:
      'Each card goes through one reader to all drives of the first stage at once, is read back there, and goes from the first of them to those of the second stage, read back there too; a drive reads back and takes on one card after the other. What moves at the same time shares what it goes through: all grow alike until a reader’s or drive’s time is used up. The next card goes to the reader that is free first; none is put in during sleep. The order of cards is searched for the earliest last hand, then the earliest end.',
    assumptions: [
      'Speeds are constant and those of large files.',
      'Proven: of up to five cards every order was tried. With more, the largest first, improved card by card.',
    ],
    source: 'Max-min fair sharing; list scheduling',
    input: inputs({
      cards: list(
        inputs({ id: id('The card’s id'), bytes: bytes('What is on it'), readyS: seconds('Ready from') }),
        'The cards',
        60,
      ),
      readers: list(inputs({ id: id('The reader’s id'), bytesPerS: speed('The reader’s speed') }), 'The readers', 12),
      drives: list(
        inputs({
          id: id('The drive’s id'),
          freeBytes: bytes('Its free space').nullable(),
          writeBytesPerS: speed('Its writing speed'),
          readBytesPerS: speed('Its reading speed'),
          stage: z.enum(['first', 'second'], { error: 'A drive is of the first or the second stage.' }),
        }),
        'The drives',
        12,
      ),
      swapS: seconds('A swap'),
      sleep: inputs({ fromS: seconds('Sleep from'), toS: seconds('Sleep until') }).nullable(),
      verify: z.boolean({ error: 'Whether copies are read back is true or false.' }),
    }),
    output: z.object({
      bars: z.array(bar).describe('What is done when'),
      swaps: z
        .array(z.object({ atS: z.number(), readerId: z.string(), cardId: z.string(), outId: z.string().nullable() }))
        .describe('What hands do'),
      lastHandS: z.number().describe('When the last hand is needed, s'),
      finishS: z.number().describe('When all is read back, s'),
      cardDoneS: z.record(z.string(), z.number()).describe('When each card has its first copies, s'),
      full: z.array(z.object({ driveId: z.string(), lackingBytes: z.number() })).describe('Drives without room'),
      proven: z.boolean().describe('Whether every order was tried'),
    }),
    example: {
      input: {
        cards: [{ id: 'A001', bytes: 60e9, readyS: 0 }],
        readers: [{ id: 'reader', bytesPerS: 300e6 }],
        drives: [
          { id: 'fast', freeBytes: 1e12, writeBytesPerS: 600e6, readBytesPerS: 600e6, stage: 'first' as const },
          { id: 'slow', freeBytes: 4e12, writeBytesPerS: 150e6, readBytesPerS: 150e6, stage: 'second' as const },
        ],
        ...{ swapS: 60, sleep: null, verify: true },
      },
      output: {
        bars: [
          { kind: 'read' as const, cardId: 'A001', from: 'reader', to: ['fast'], fromS: 60, toS: 260 },
          { kind: 'verify' as const, cardId: 'A001', from: 'fast', to: ['fast'], fromS: 260, toS: 360 },
          { kind: 'second' as const, cardId: 'A001', from: 'fast', to: ['slow'], fromS: 360, toS: 760 },
          { kind: 'verifySecond' as const, cardId: 'A001', from: 'slow', to: ['slow'], fromS: 760, toS: 1160 },
        ],
        swaps: [{ atS: 0, readerId: 'reader', cardId: 'A001', outId: null }],
        ...{ lastHandS: 60, finishS: 1160, cardDoneS: { A001: 360 }, full: [], proven: true },
      },
    },
    run: mediaNight,
  }),
  defineCalc({
    name: 'media.loss',
    about: 'What the death of one drive, the theft of one bag or vehicle, or a fire in one building would cost.',
    formula:
      'A loss takes the thing, or all things in a place and in whatever lies in it. A medium is lost when every whole copy of it is among them. Worst first by bytes, then media, then those left with one copy. The move is the one thing in one other place after which the worst loss is least.',
    assumptions: ['Things fail whole, places wholly. What nobody placed lies by itself.'],
    source: 'Counting',
    input: inputs({
      media: list(
        inputs({
          id: id('The medium’s id'),
          bytes: bytes('Its size'),
          on: list(id('What holds a copy'), 'Its copies', 60),
        }),
        'The media',
        2000,
      ),
      things: list(
        inputs({
          id: id('The thing’s id'),
          kind: z.enum(['card', 'drive'], { error: 'A thing is a card or a drive.' }),
          in: id('Where it lies').nullable(),
        }),
        'The things',
        500,
      ),
      places: list(
        inputs({
          id: id('The place’s id'),
          kind: z.enum(['person', 'bag', 'vehicle', 'building'], {
            error: 'A place is a person, bag, vehicle or building.',
          }),
          in: id('Where it lies').nullable(),
        }),
        'The places',
        200,
      ),
    }),
    output: z.object({
      losses: z
        .array(
          z.object({
            ...{ id: z.string(), kind: z.string(), lost: z.array(z.string()), lostBytes: z.number() },
            lastCopy: z.array(z.string()),
          }),
        )
        .describe('Worst first'),
      nowhere: z.array(z.string()).describe('Media without a copy'),
      unplaced: z.array(z.string()).describe('Things that nobody placed'),
      move: z
        .object({ thing: z.string(), to: z.string(), worstLost: z.number(), worstLostBytes: z.number() })
        .nullable()
        .describe('The move that helps most'),
    }),
    example: {
      input: {
        media: [{ id: 'A001', bytes: 60e9, on: ['fast 1', 'fast 2'] }],
        things: [
          { id: 'fast 1', kind: 'drive' as const, in: 'bag' },
          { id: 'fast 2', kind: 'drive' as const, in: 'van' },
        ],
        places: [
          { id: 'van', kind: 'vehicle' as const, in: null },
          { id: 'bag', kind: 'bag' as const, in: 'van' },
          { id: 'hotel', kind: 'building' as const, in: null },
        ],
      },
      output: {
        losses: [
          { id: 'van', kind: 'vehicle', lost: ['A001'], lostBytes: 60e9, lastCopy: [] },
          { id: 'bag', kind: 'bag', lost: [], lostBytes: 0, lastCopy: ['A001'] },
          { id: 'fast 1', kind: 'drive', lost: [], lostBytes: 0, lastCopy: ['A001'] },
          { id: 'fast 2', kind: 'drive', lost: [], lostBytes: 0, lastCopy: ['A001'] },
          { id: 'hotel', kind: 'building', lost: [], lostBytes: 0, lastCopy: [] },
        ],
        nowhere: [],
        unplaced: [],
        move: { thing: 'fast 1', to: 'hotel', worstLost: 0, worstLostBytes: 0 },
      },
    },
    run: mediaLoss,
  }),
];
