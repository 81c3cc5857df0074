import { mkdir, realpath } from 'node:fs/promises';
import path from 'node:path';
import { HttpProblem } from '../platform/problems.ts';
import { isBelow, rootsOf, type Rooted } from './roots.ts';

/** Makes a folder once the nearest one that is there lies, with every link followed, inside: nothing is made outside, not even by the way. */
async function makeWithin(roots: readonly string[], wanted: string): Promise<void> {
  let nearest = wanted;
  let real: string | null = null;
  while (real === null) {
    real = await realpath(nearest).catch((error: NodeJS.ErrnoException) => {
      if (error.code !== 'ENOENT') throw error;
      return null;
    });
    if (real === null) nearest = path.dirname(nearest);
  }
  if (roots.some((root) => isBelow(root, real))) await mkdir(wanted, { recursive: true });
}

/**
 * The real folder of a card or drive. Refused unless it lies below one of the configured media roots after every
 * link is followed. With `make` (simulated devices only) a folder that is missing is made, but only where what is there lies inside.
 */
export async function mediaFolder(where: Rooted, folder: string, make = false): Promise<string> {
  const wanted = path.resolve(folder);
  const all = await rootsOf(where);
  const roots = all.flatMap(({ real }) => real ?? []);
  if (![...all.map((r) => r.given), ...roots].some((root) => isBelow(root, wanted)))
    throw new HttpProblem(
      400,
      'mediaRoot',
      `${folder} lies outside the folders that Kavrell may use for media. The owner sets them in Settings.`,
    );
  if (make) await makeWithin(roots, wanted);
  const real = await realpath(wanted).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT')
      throw new HttpProblem(400, 'mediaGone', `${folder} is not there: is the card or drive plugged in?`);
    throw error;
  });
  if (!roots.some((root) => isBelow(root, real)))
    throw new HttpProblem(400, 'mediaRoot', `${folder} leads outside the folders that Kavrell may use for media.`);
  return real;
}
