import { InputError } from '../base/errors/index.ts';
import type { Calc } from '../base/calc/index.ts';
import { CALCS } from './list.ts';

export { CALCS };

const byName = new Map(CALCS.map((calc) => [calc.name, calc]));

/** The computation of a name. Throws `InputError` `calc.unknown`, naming the nearest. */
export function findCalc(name: string): Calc {
  const found = byName.get(name);
  if (found) return found;
  const room = name.split('.')[0]!;
  const near = CALCS.filter((c) => c.name.startsWith(`${room}.`)).map((c) => c.name);
  throw new InputError(
    'calc.unknown',
    near.length > 0
      ? `There is no computation “${name}”. In ${room} there are ${near.join(', ')}.`
      : `There is no computation “${name}”. “kavrell calc --list” shows them all.`,
    ['name'],
  );
}
export { describeCalc, formulasPage } from './document.ts';
