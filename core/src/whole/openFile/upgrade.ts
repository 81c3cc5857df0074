import { InputError } from '../../base/errors/index.ts';
import { OPEN_VERSION, type OpenProduction } from './model.ts';

/** Brings a file of one version to the next. */
export type UpgradeStep = (file: OpenProduction) => OpenProduction;

/** By the version that a step begins from. A new version of the format adds one here, and never changes one that stands. */
const STEPS: Readonly<Record<number, UpgradeStep>> = {};

/** A file of an older version as one of this; one of a newer Kavrell, or of a version nobody can read any more, is refused in words. */
export function upgraded(
  file: OpenProduction,
  version: number,
  steps: Readonly<Record<number, UpgradeStep>> = STEPS,
  to = OPEN_VERSION,
): OpenProduction {
  if (version > to)
    throw new InputError(
      'open.newer',
      `This file was made by a newer Kavrell (its form is ${version}, this one reads up to ${to}). Nothing was brought in; update Kavrell here, then bring it in again.`,
      ['version'],
    );
  let now = file;
  for (let from = version; from < to; from += 1) {
    const step = steps[from];
    if (!step)
      throw new InputError('open.older', `This file is of form ${from}, which nothing here can read.`, ['version']);
    now = step(now);
  }
  return now;
}
