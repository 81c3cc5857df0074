import { z } from 'zod';
import { defineCalc, figure } from '../calc/index.ts';
import { InputError } from '../errors/index.ts';
import { checkPlan, orderPlan, timeOrder } from './order.ts';

const span = z.object({ startMin: z.number(), endMin: z.number() });

export const dayCalcs = [
  defineCalc({
    name: 'day.order',
    about: 'Times of a day’s shots, change-overs and meals.',
    formula:
      'Each shot and meal starts as early as the order, windows, pins and limits allow; a change-over stands before each shot; meals lie where they cost least.',
    assumptions: [
      'All times are minutes.',
      'So far only the school “story” is computed: the order given is timed, not sought.',
    ],
    source: 'Kavrell: exact forward pass over shots done and meals taken',
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
    run: (plan) => {
      if (plan.school !== 'story') {
        throw new InputError(
          'order.school',
          'Only the school “story” can be computed so far: it times the order given.',
          ['school'],
        );
      }
      checkPlan(plan);
      return timeOrder(
        plan,
        plan.shots.map((shot) => shot.id),
      );
    },
  }),
];
