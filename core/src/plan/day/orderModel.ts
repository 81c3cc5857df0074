import { z } from 'zod';
import { inputs, word } from '../../base/calc/index.ts';

const finite = z.number({
  error: (issue) => (issue.input === undefined ? 'This number is missing.' : 'A finite number is needed.'),
});

const nonNegative = finite.min(0, 'This can’t be negative.');

const pairs = z.record(z.string(), nonNegative);

export const orderShot = inputs({
  id: word('The id of a shot').min(1, 'Every shot has an id.'),
  minutes: nonNegative,
  place: word('The place'),
  setup: word('The setup'),
  side: word('The side'),
  lens: z.string().optional(),
  rig: z.string().optional(),
  people: z.array(z.string()).optional(),
  effort: finite.min(0, 'Effort runs from 0 to 3.').max(3, 'Effort runs from 0 to 3.').optional(),
  priority: z.enum(['must', 'should', 'nice']).optional(),
  windows: z.array(z.tuple([finite, finite]).refine(([a, b]) => b >= a, 'A window ends after it starts.')).optional(),
  after: z.array(z.string()).optional(),
  pinnedStartMin: finite.optional(),
  /** Of a programme: it begins at its pin whatever is still going on, and others of the programme may lie over it. */
  programme: z.boolean().optional(),
});

export type OrderShot = z.infer<typeof orderShot>;

export const orderPlan = inputs({
  startMin: finite,
  school: z.enum(['changeovers', 'story', 'people', 'effort'], {
    error: 'Choose changeovers, story, people or effort.',
  }),
  seed: z.int().optional(),
  budgetMs: nonNegative.optional(),
  shots: z.array(orderShot),
  change: inputs({
    repositionMin: nonNegative,
    lensMin: nonNegative,
    rigMin: nonNegative,
    turnaroundMin: nonNegative,
    relightDefaultMin: nonNegative,
    relightMin: pairs.optional(),
    moveMin: pairs,
  }),
  meals: z
    .array(
      inputs({ earliestAfterMin: nonNegative.optional(), latestAfterMin: nonNegative, minutes: nonNegative }).refine(
        (m) => (m.earliestAfterMin ?? 0) <= m.latestAfterMin,
        { error: 'A meal begins by its latest, which comes before its earliest here.', path: ['latestAfterMin'] },
      ),
    )
    .optional(),
});

export type OrderPlan = z.infer<typeof orderPlan>;

export type ChangeKind = 'first' | 'place' | 'setup' | 'side' | 'same';

export interface TimedShot {
  id: string;
  changeKind: ChangeKind;
  changeMin: number;
  startMin: number;
  endMin: number;
}

export interface Violation {
  /** `twice`: in two units at once; only days with several units have it. */
  code: 'window' | 'pin' | 'after' | 'meal.late' | 'meal.missed' | 'twice';
  message: string;
  ids: string[];
  /** Of a meal: which one, from 0. */
  mealIndex?: number;
}

export interface Order {
  order: TimedShot[];
  meals: { startMin: number; endMin: number }[];
  changeMin: number;
  idleMin: number;
  waitingMin: number;
  wrapMin: number;
  optimal: boolean;
  violations: Violation[];
}

/** What stands before the first shot when timing goes on in the middle of a day. */
export type OrderContext = Pick<OrderShot, 'place' | 'setup' | 'side' | 'lens' | 'rig'> &
  Partial<Pick<OrderShot, 'minutes' | 'pinnedStartMin' | 'programme'>>;
