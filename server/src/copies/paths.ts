import { mkdir, realpath } from 'node:fs/promises';
import path from 'node:path';
import type { Context } from '../platform/context.ts';
import { HttpProblem } from '../platform/problems.ts';

const isBelow = (root: string, file: string) => file === root || file.startsWith(root + path.sep);

/**
 * The real folder of a card or drive. Refused unless it lies below one of the configured media roots after every
 * link is followed. With `make` a folder that is missing is made, but only where its parent already lies inside.
 */
export async function mediaFolder({ config }: Pick<Context, 'config'>, folder: string, make = false): Promise<string> {
  const wanted = path.resolve(folder);
  const roots = await Promise.all(config.mediaRoots.map((root) => realpath(root)));
  const given = config.mediaRoots.map((root) => path.resolve(root));
  if (![...given, ...roots].some((root) => isBelow(root, wanted)))
    throw new HttpProblem(400, 'mediaRoot', `${folder} lies outside the folders that Kavrell may use for media.`);
  if (make) await mkdir(wanted, { recursive: true });
  const real = await realpath(wanted).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT')
      throw new HttpProblem(400, 'mediaGone', `${folder} is not there: is the card or drive plugged in?`);
    throw error;
  });
  if (!roots.some((root) => isBelow(root, real)))
    throw new HttpProblem(400, 'mediaRoot', `${folder} leads outside the folders that Kavrell may use for media.`);
  return real;
}
