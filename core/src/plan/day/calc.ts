import { z } from 'zod';
import { defineCalc, figure } from '../../base/calc/index.ts';
import { SPREADS, oddsInput } from './luck.ts';
import { dayOdds } from './odds.ts';
import { orderPlan } from './orderModel.ts';
import { solveOrder } from './solve.ts';

const span = z.object({ startMin: z.number(), endMin: z.number() });
const quantile = z.object({
  p50: figure('Half of days by', 'min'),
  p80: figure('80 % of days by', 'min'),
  p95: figure('95 % of days by', 'min'),
});

export const dayCalcs = [
  defineCalc({
    name: 'day.order',
    about: 'The order of a day that its school wants, with the times of shots, change-overs and meals.',
    formula:
      'Each shot and meal starts as early as the order, windows, pins and limits allow; a change-over stands before each shot; meals lie where they cost least, and one that is due is had, whatever window it costs. changeovers: least wrap, then change-over minutes, then waiting; people: least waiting, then wrap; effort: least Σ effort × start, then wrap; story: as given.',
    assumptions: [
      'All times are minutes.',
      'Up to 15 shots the least wrap is proven; beyond, a seeded search whose steps follow from plan, seed and budget, never from the clock.',
      '`optimal` is true only when the wrap is proven least.',
    ],
    source:
      'Held and Karp 1962 with time windows; simulated annealing after Kirkpatrick 1983; timing by an exact forward pass',
    input: orderPlan,
    output: z.object({
      order: z.array(
        z.object({
          id: z.string(),
          changeKind: z.enum(['first', 'place', 'setup', 'side', 'same']),
          changeMin: figure('Change-overs', 'min'),
          ...span.shape,
        }),
      ),
      meals: z.array(span),
      changeMin: figure('Change-overs', 'min'),
      idleMin: figure('Waiting of the day', 'min'),
      waitingMin: figure('Waiting of people', 'min'),
      wrapMin: figure('Wrap', 'min of the day'),
      optimal: z.boolean(),
      violations: z.array(z.object({ code: z.string(), message: z.string(), ids: z.array(z.string()) })),
    }),
    example: {
      input: {
        startMin: 480,
        school: 'story',
        shots: [
          { id: '1A', minutes: 20, place: 'P', setup: 'L1', side: 'a' },
          { id: '1B', minutes: 10, place: 'P', setup: 'L1', side: 'b' },
        ],
        change: { repositionMin: 4, lensMin: 3, rigMin: 6, turnaroundMin: 15, relightDefaultMin: 30, moveMin: {} },
      },
      output: {
        order: [
          { id: '1A', changeKind: 'first', changeMin: 30, startMin: 510, endMin: 530 },
          { id: '1B', changeKind: 'side', changeMin: 15, startMin: 545, endMin: 555 },
        ],
        meals: [],
        changeMin: 45,
        idleMin: 0,
        waitingMin: 0,
        wrapMin: 555,
        optimal: false,
        violations: [],
      },
    },
    run: (plan) => solveOrder(plan),
  }),
  defineCalc({
    name: 'day.odds',
    about: 'How likely a day wraps in time, and what hangs on what, from many simulated days.',
    formula:
      'Each change-over and shot takes its estimate (the median) × e^(spread × luck + day spread × the day’s luck), luck standard normal; each day is timed as day.order times it; shares and quantiles over all days.',
    assumptions: [
      `Spreads (standard deviation of the logarithm) unless given: ${Object.entries(SPREADS)
        .map(([k, v]) => `${k} ${v}`)
        .join(', ')}; rules of thumb.`,
      'The order stays as it is: nobody re-plans on the day.',
      'Meals lie where each day turns out to need them, as if that were known. Measured on made-up days with windows: decided on the minute they miss the wrap half a point more often on average, no more often on most, and up to 30 points where windows are tight.',
      'The risks here are shares of the wrap’s scatter; the screen shows shares of the days that miss, which add up.',
      'The same seed gives the same answer; a shot’s luck hangs on its id.',
    ],
    source: 'Monte Carlo simulation; inverse normal after Acklam',
    input: oddsInput,
    output: z.object({
      runs: z.number(),
      byShare: figure('Days that wrap in time', 'share'),
      wrap: quantile,
      curve: z.array(z.number()),
      meals: z.array(quantile.extend({ keptShare: z.number() })),
      windows: z.array(z.object({ id: z.string(), keptShare: z.number() })),
      released: z.array(quantile.extend({ person: z.string() })),
      risks: z.array(z.object({ id: z.string(), share: z.number() })),
    }),
    example: {
      input: {
        plan: {
          startMin: 480,
          school: 'story',
          shots: [{ id: '1A', minutes: 20, place: 'P', setup: 'L1', side: 'a' }],
          change: { repositionMin: 4, lensMin: 3, rigMin: 6, turnaroundMin: 15, relightDefaultMin: 30, moveMin: {} },
        },
        byMin: 530,
        spreads: { shot: 0, first: 0, day: 0 },
        runs: 100,
      },
      output: {
        runs: 100,
        byShare: 1,
        wrap: { p50: 530, p80: 530, p95: 530 },
        curve: Array.from({ length: 21 }, () => 530),
        meals: [],
        windows: [],
        released: [],
        risks: [{ id: '1A', share: 0 }],
      },
    },
    run: (i) => dayOdds(i),
  }),
];
