import { runCalcs } from '@kavrell/core/calc';
import { CALCS, describeCalc, findCalc } from '@kavrell/core/registry';
import '../schemas.ts';

/** Of the time that is given, what is left for sending what was computed. */
const SHARE = 0.8;

/**
 * Computes one input, or each of several until the time is up: those that it did not come to are answered by an error of their own, and
 * those before stand. Throws `InputError` for an unknown name.
 */
export function compute(name: string, input: unknown, timeMs: number): unknown {
  const calc = findCalc(name);
  if (!Array.isArray(input)) return runCalcs(calc, input).reply;
  const until = performance.now() + timeMs * SHARE;
  const items: unknown[] = input;
  return items.map((item) =>
    performance.now() < until
      ? runCalcs(calc, item).reply
      : {
          error: {
            code: 'budget.time',
            message: `The ${timeMs / 1000}\u00a0s for one request were over before this item. Ask for it again, with fewer at once.`,
            path: [],
          },
        },
  );
}

export const described = (): unknown => CALCS.map(describeCalc);
