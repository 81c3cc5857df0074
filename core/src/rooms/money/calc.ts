import { z } from 'zod';
import { defineCalc, inputs, word } from '../../base/calc/index.ts';
import { hireCost } from './hire.ts';
import { overtimePay } from './overtime.ts';
import { moneyTotal } from './total.ts';
import { usageCost } from './usage.ts';

const MOST_MINOR = 1e12;
const minor = (what: string) =>
  z
    .int({ error: `${what} is a whole number of minor units (cents).` })
    .min(0, `${what} can’t be less than nothing.`)
    .max(MOST_MINOR, `${what} is more than is believable.`)
    .describe(`${what}, minor units`);
const share = (what: string, mostBp = 10_000) =>
  z
    .int({ error: `${what} is a whole number of basis points: 1 % is 100.` })
    .min(0, `${what} can’t be less than nothing.`)
    .max(mostBp, `${what} is ${mostBp / 100}\u00a0% at the most.`)
    .describe(`${what}, basis points (1 % = 100)`);
const minutes = (what: string, from = 0) =>
  z
    .int({ error: `${what} is a whole number of minutes.` })
    .min(from, `${what} can’t be less than ${from}\u00a0min.`)
    .max(2880, `${what} is two days at the most.`)
    .describe(`${what}, min`);
const sumOf = (what: string) => z.int().describe(`${what}, minor units`);
const ROUNDING = 'Each product is rounded once, to whole minor units, halves away from nothing.';

export const moneyCalcs = [
  defineCalc({
    name: 'money.overtime',
    about: 'What a day’s work costs by a rate and overtime steps.',
    formula:
      'The rate covers the base hours, fewer cost the same. Overtime is counted in whole units, each begun one full. Of each step: its minutes × rate ÷ base minutes × factor.',
    assumptions: [ROUNDING, 'Steps and factors are as agreed; employment and tax follow the law of the place.'],
    source: 'Arithmetic of agreed rates',
    input: inputs({
      rateMinor: minor('The rate'),
      baseMin: minutes('What the rate covers', 1),
      workedMin: minutes('The time worked'),
      steps: z
        .array(
          inputs({
            fromMin: minutes('Where the step begins'),
            factorPercent: z
              .int({ error: 'The factor is a whole number of percent.' })
              .min(100, 'Overtime costs 100\u00a0% of an hour at least.')
              .max(1000, 'Ten times an hour is the most.')
              .describe('The factor, %'),
          }),
          { error: 'The steps are a list.' },
        )
        .max(8, 'Eight steps are the most.'),
      unitMin: minutes('The unit of overtime', 1),
    }),
    output: z.object({
      baseMinor: sumOf('The rate'),
      parts: z.array(
        z.object({ fromMin: z.int(), minutes: z.int(), factorPercent: z.int(), minor: sumOf('This step') }),
      ),
      totalMinor: sumOf('All of it'),
    }),
    example: {
      input: {
        ...{ rateMinor: 60_000, baseMin: 600, workedMin: 765, unitMin: 30 },
        steps: [
          { fromMin: 600, factorPercent: 150 },
          { fromMin: 720, factorPercent: 200 },
        ],
      },
      output: {
        baseMinor: 60_000,
        parts: [
          { fromMin: 600, minutes: 120, factorPercent: 150, minor: 18_000 },
          { fromMin: 720, minutes: 60, factorPercent: 200, minor: 12_000 },
        ],
        totalMinor: 90_000,
      },
    },
    run: overtimePay,
  }),
  defineCalc({
    name: 'money.hire',
    about: 'The cheapest of weeks and single days for a hire.',
    formula:
      'Of all numbers of whole weeks: weeks × days a week is charged as × day price + days left × day price; the smallest.',
    assumptions: ['A week that is not full is taken where it is cheaper than its days.'],
    source: 'Arithmetic of day and week factors',
    input: inputs({
      dayMinor: minor('The price of a day'),
      weekAsDays: z
        .int({ error: 'A week is charged as a whole number of days.' })
        .min(1, 'A week is charged as one day at least.')
        .max(7, 'A week is charged as seven days at most.')
        .nullable()
        .describe('Days that a week is charged as; null: every day by itself'),
      days: z
        .int({ error: 'The days are a whole number.' })
        .min(1, 'A hire takes one day at least.')
        .max(1000, 'A thousand days are the most.'),
    }),
    output: z.object({ weeks: z.int(), days: z.int(), totalMinor: sumOf('All of it') }),
    example: {
      input: { dayMinor: 8000, weekAsDays: 3, days: 11 },
      output: { weeks: 2, days: 0, totalMinor: 48_000 },
    },
    run: hireCost,
  }),
  defineCalc({
    name: 'money.usage',
    about:
      'Agency with usage by the year against a buy-out, added up over the years of use, with the year in which one overtakes the other.',
    formula:
      'Agency: (fee + of each year the sum of its uses) × (1 + commission); a renewal costs the year before × (1 + rise), rounded. Freelance: fee + buy-out, which is bought again when its years are over.',
    assumptions: [ROUNDING, 'All uses are renewed each year. What a buy-out covers is what its contract says.'],
    source: 'Arithmetic of the two schools',
    input: inputs({
      agency: inputs({
        feeMinor: minor('The fee'),
        uses: z
          .array(
            inputs({ territory: word('The territory'), medium: word('The medium'), yearMinor: minor('A year of it') }),
            {
              error: 'The uses are a list.',
            },
          )
          .max(100, 'A hundred uses are the most.'),
        riseBp: share('The rise'),
        commissionBp: share('The commission'),
      }),
      freelance: inputs({
        feeMinor: minor('The fee'),
        buyOutMinor: minor('The buy-out'),
        buyOutYears: z
          .int({ error: 'A buy-out holds a whole number of years.' })
          .min(1, 'A buy-out holds a year at least.')
          .max(99, 'Ninety-nine years are the most.')
          .nullable()
          .describe('Years that the buy-out holds; null: for ever'),
      }),
      years: z
        .int({ error: 'The years are a whole number.' })
        .min(1, 'One year at least.')
        .max(30, 'Thirty years are the most.'),
    }),
    output: z.object({
      byYear: z.array(
        z.object({ year: z.int(), agencyMinor: sumOf('Agency so far'), freelanceMinor: sumOf('Freelance so far') }),
      ),
      overtakes: z.object({ year: z.int(), cheaper: z.enum(['agency', 'freelance']) }).nullable(),
    }),
    example: {
      input: {
        agency: {
          ...{ feeMinor: 80_000, riseBp: 0, commissionBp: 2000 },
          uses: [{ territory: 'here', medium: 'online', yearMinor: 100_000 }],
        },
        freelance: { feeMinor: 60_000, buyOutMinor: 200_000, buyOutYears: null },
        years: 2,
      },
      output: {
        byYear: [
          { year: 1, agencyMinor: 216_000, freelanceMinor: 260_000 },
          { year: 2, agencyMinor: 336_000, freelanceMinor: 260_000 },
        ],
        overtakes: { year: 2, cheaper: 'freelance' },
      },
    },
    run: usageCost,
  }),
  defineCalc({
    name: 'money.total',
    about: 'Lines to net, tax and gross, with stated rounding.',
    formula:
      'Lines + contingency + margin (each its share of the lines); with a commission the least sum of which its share can be kept with all of that left. What is on top is parted among the tax rates by their lines, to the unit. Tax by line, or once for each rate. Rounded to whole steps.',
    assumptions: [ROUNDING, 'Which tax is due, and how it is rounded, follows local law. Figures are estimates.'],
    source: 'Arithmetic in whole minor units; parts by largest remainder',
    input: inputs({
      lines: z
        .array(inputs({ id: word('The line'), netMinor: minor('The line'), taxBp: share('The tax') }), {
          error: 'The lines are a list.',
        })
        .max(2000, 'Two thousand lines are the most.'),
      contingencyBp: share('The contingency'),
      marginBp: share('The margin'),
      commissionBp: share('The commission', 9000),
      taxBy: z.enum(['line', 'total'], { error: 'Tax is rounded by line or by total.' }),
      roundToMinor: z
        .int({ error: 'The step is a whole number of minor units.' })
        .min(1, 'The step is one minor unit at least.')
        .max(100_000, 'That step is not believable.')
        .describe('What is paid is a multiple of this, minor units'),
    }),
    output: z.object({
      linesMinor: sumOf('The lines'),
      contingencyMinor: sumOf('Contingency'),
      marginMinor: sumOf('Margin'),
      commissionMinor: sumOf('Commission'),
      netMinor: sumOf('Net'),
      taxes: z.array(z.object({ taxBp: z.int(), netMinor: sumOf('Net at this rate'), taxMinor: sumOf('Its tax') })),
      taxMinor: sumOf('Tax'),
      roundingMinor: sumOf('What rounding added'),
      grossMinor: sumOf('To be paid'),
    }),
    example: {
      input: {
        lines: [
          { id: 'camera', netMinor: 60_000, taxBp: 1900 },
          { id: 'books', netMinor: 5000, taxBp: 700 },
        ],
        ...{ contingencyBp: 1000, marginBp: 0, commissionBp: 0, taxBy: 'total' as const, roundToMinor: 1 },
      },
      output: {
        ...{ linesMinor: 65_000, contingencyMinor: 6500, marginMinor: 0, commissionMinor: 0, netMinor: 71_500 },
        taxes: [
          { taxBp: 1900, netMinor: 66_000, taxMinor: 12_540 },
          { taxBp: 700, netMinor: 5500, taxMinor: 385 },
        ],
        ...{ taxMinor: 12_925, roundingMinor: 0, grossMinor: 84_425 },
      },
    },
    run: moneyTotal,
  }),
];
