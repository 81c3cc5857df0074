import { z, type ZodType } from 'zod';
import { InputError } from '../errors/index.ts';

/**
 * One public computation. What a person reads about it (`formula`, `assumptions`, `source`) and what a program needs
 * (`input`, `output`) stand together, so that the command line, the API, the document and the *why* can't differ.
 */
export interface Calc<I extends ZodType = ZodType, O extends ZodType = ZodType> {
  /** `room.what`, kept stable: scripts lean on it. */
  name: string;
  /** One line: what it answers. */
  about: string;
  /** The formula in words. */
  formula: string;
  assumptions: readonly string[];
  source: string;
  input: I;
  output: O;
  /** A worked example; a test computes it anew. */
  example: { input: z.input<I>; output: z.output<O> };
  run(input: z.output<I>): z.output<O>;
}

/** Declares a computation; it is found by name once the registry lists it. */
export function defineCalc<I extends ZodType, O extends ZodType>(calc: Calc<I, O>): Calc<I, O> {
  return Object.freeze(calc);
}

interface Bounds {
  above?: number;
  from?: number;
  to?: number;
  below?: number;
}

/** A number with its bounds said in words: `quantity('The distance', 'm', { above: 0 })`. */
export function quantity(what: string, unit: string, { above, from, to, below }: Bounds = {}) {
  const withUnit = (n: number) => (unit ? `${n} ${unit}` : `${n}`);
  let schema = z.number({
    error: (issue) =>
      issue.input === undefined ? `${what} is missing.` : `${what} is a number${unit ? ` in ${unit}` : ''}.`,
  });
  if (above !== undefined) schema = schema.gt(above, `${what} must be more than ${withUnit(above)}.`);
  if (from !== undefined) schema = schema.gte(from, `${what} must be ${withUnit(from)} or more.`);
  if (to !== undefined) schema = schema.lte(to, `${what} must be ${withUnit(to)} or less.`);
  if (below !== undefined) schema = schema.lt(below, `${what} must be less than ${withUnit(below)}.`);
  return schema.describe(unit ? `${what}, ${unit}` : what);
}

/** A number that comes out, with its name and unit. */
export function figure(what: string, unit: string) {
  return z.number().describe(unit ? `${what}, ${unit}` : what);
}

/** The same, null where there is none. */
export function figureOrNone(what: string, unit: string) {
  return z
    .number()
    .nullable()
    .describe(unit ? `${what}, ${unit}` : what);
}

/** A text input with a name to be said when it is missing. */
export function word(what: string, form = '') {
  return z
    .string({ error: (issue) => (issue.input === undefined ? `${what} is missing.` : `${what} is text.`) })
    .describe(form ? `${what}, ${form}` : what);
}

/** The inputs of a computation; a name that is not one of them is refused, since it would have no effect. */
export function inputs<S extends z.ZodRawShape>(shape: S) {
  return z.strictObject(shape, {
    error: (issue) => {
      if (issue.code === 'unrecognized_keys') {
        return `There is no input ${issue.keys.join(', ')}. There are: ${Object.keys(shape).join(', ')}.`;
      }
      return 'Give the inputs as an object.';
    },
  });
}

/** Runs `work` and says of an input error that it came from the input `path`. */
export function within<T>(path: string | (string | number)[], work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const at = typeof path === 'string' ? [path] : path;
    throw new InputError(error.code, error.message, [...at, ...error.path]);
  }
}

const CODES: Record<string, string> = {
  invalid_type: 'input.type',
  too_small: 'input.range',
  too_big: 'input.range',
  unrecognized_keys: 'input.unknown',
  invalid_value: 'input.choice',
};

/**
 * Computes one item. Throws `InputError` with code, words and path: `input.missing`, `.type`, `.range`, `.unknown`,
 * `.choice`, `.invalid`, the codes of the formula, or `result.range` when the figure is beyond what a number can hold.
 */
export function runCalc<I extends ZodType, O extends ZodType>(calc: Calc<I, O>, value: unknown): z.output<O> {
  const read = calc.input.safeParse(value, { reportInput: true });
  if (!read.success) {
    const issue = read.error.issues[0]!;
    const missing = issue.code === 'invalid_type' && issue.input === undefined && issue.path.length > 0;
    const code = missing ? 'input.missing' : (CODES[issue.code] ?? 'input.invalid');
    throw new InputError(code, issue.message, issue.path as (string | number)[]);
  }
  const result = calc.run(read.data);
  const checked = calc.output.safeParse(result);
  if (!checked.success) {
    throw new InputError('result.range', 'With these inputs the result is beyond what can be computed.');
  }
  return checked.data;
}

export type CalcReply = unknown | { error: { code: string; message: string; path: (string | number)[] } };

/** One item or an array of them: each is answered in its own place, a bad one by its error. `failed` counts those. */
export function runCalcs(calc: Calc, value: unknown): { reply: CalcReply; failed: number } {
  let failed = 0;
  const one = (item: unknown): CalcReply => {
    try {
      return runCalc(calc, item);
    } catch (error) {
      // A fault of ours with one of many takes nothing from the others: it is told in its place. Alone it is thrown, and logged.
      const fault = !(error instanceof InputError);
      if (fault && !Array.isArray(value)) throw error;
      failed += 1;
      return fault
        ? { error: { code: 'calc.fault', message: `A fault in Kavrell: ${String(error)}`, path: [] } }
        : { error: { code: error.code, message: error.message, path: error.path } };
    }
  };
  const reply = Array.isArray(value) ? value.map(one) : one(value);
  return { reply, failed };
}
