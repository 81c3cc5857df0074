import { access, constants, realpath, stat } from 'node:fs/promises';
import path from 'node:path';
import type { MediaRoot } from '@kavrell/contract';
import { wordsOf } from '@kavrell/copies';
import type { Context } from '../platform/context.ts';
import { HttpProblem } from '../platform/problems.ts';

export const isBelow = (root: string, file: string): boolean =>
  file === root || file.startsWith(root.endsWith(path.sep) ? root : root + path.sep);

type Where = Pick<Context, 'config' | 'db'>;
/** A folder below which media may lie: as it was given, and as it really is when it is there. */
export interface Root {
  given: string;
  real: string | null;
}
/** Whatever knows its own folders, or can look them up. */
export type Rooted = Where | { roots: () => Promise<Root[]> };

/** The folders that the owner set, beside those set where Kavrell is started. */
async function ownRoots({ db }: Where): Promise<string[]> {
  const [rows] = await db.query('SELECT media_roots AS roots FROM house');
  return (rows as { roots: string[] }[])[0]?.roots ?? [];
}

/** All folders below which media may lie: as they were given, and as they really are when they are there. */
export async function rootsOf(where: Rooted): Promise<Root[]> {
  if ('roots' in where) return where.roots();
  return realRoots([...where.config.mediaRoots, ...(await ownRoots(where))]);
}

/** Folders as they really are; one that is missing (a drive bay that is not plugged in) holds up none of the others. */
export const realRoots = (given: readonly string[]): Promise<Root[]> =>
  Promise.all(
    [...new Set(given)].map(async (root) => ({
      given: path.resolve(root),
      real: await realpath(root).catch(() => null),
    })),
  );

/** What is wrong with a folder for media, in words; null when nothing is. */
async function troubleOf({ config }: Where, folder: string, fixed: boolean): Promise<string | null> {
  if (!path.isAbsolute(folder)) return `${folder} is no whole path: it begins with /.`;
  try {
    const real = await realpath(folder);
    const allowed = await Promise.all(config.mediaAllowed.map((a) => realpath(a).catch(() => path.resolve(a))));
    if (!fixed && !allowed.some((a) => isBelow(a, real)))
      return `${folder} lies outside ${config.mediaAllowed.join(', ')}. Which folders are allowed is set where Kavrell is started (KAVRELL_MEDIA_ALLOWED).`;
    if (!(await stat(real)).isDirectory()) return `${folder} is no folder.`;
    await access(real, constants.R_OK | constants.X_OK);
    return null;
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    return code === 'ENOENT' ? `${folder} is not there just now.` : `${folder}: ${wordsOf(error)}`;
  }
}

export async function describeRoots(context: Where): Promise<MediaRoot[]> {
  const fixed = context.config.mediaRoots.map((given) => ({ given, fixed: true }));
  const own = (await ownRoots(context)).map((given) => ({ given, fixed: false }));
  return Promise.all(
    [...fixed, ...own].map(async (root) => ({
      path: root.given,
      fixed: root.fixed,
      trouble: await troubleOf(context, root.given, root.fixed),
    })),
  );
}

/** Sets the owner's own folders for media. Refused whole, in words, when one of them can't be used. */
export async function setRoots(context: Where, roots: readonly string[]): Promise<void> {
  const wanted = [...new Set(roots.map((r) => path.resolve(r)))];
  const troubles = await Promise.all(wanted.map((root) => troubleOf(context, root, false)));
  const first = troubles.find((t) => t !== null);
  if (first) throw new HttpProblem(400, 'mediaRoot', `${first} Nothing was changed.`);
  await context.db.query('UPDATE house SET media_roots = $1', { bind: [wanted] });
}
