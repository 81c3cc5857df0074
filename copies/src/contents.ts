import { LIST_FOLDER, LIST_FOLDERS, NEW_LIST_FOLDER, readHistory, type History, type ListFolder } from './history.ts';
import { matcher } from './patterns.ts';
import { listSource, type Listing, type SourceFile, type SourceFolder } from './walk.ts';

/** What of a source is to be copied, what is not and why, and what its own lists say. */
export interface Contents {
  /** Every file that is to be verified on each place. */
  files: SourceFile[];
  folders: SourceFolder[];
  leftOut: Listing['leftOut'];
  unreadable: Listing['unreadable'];
  /** What the source's own lists say; empty when they can't be read. */
  history: History;
  /** Where the copies' lists go. */
  listFolder: ListFolder;
  /** What is wrong with the source's own lists, in words. Nothing of it stands against a copy. */
  listProblems: string[];
  /** Whether a path is no file of the copy: a list, or left out. A folder's path ends with `/`. */
  leaves: (path: string) => boolean;
}

const lies = (name: string, folder: string) => name === folder || name.startsWith(`${folder}/`);
/** What a copy that has not ended keeps beside its lists. */
const isBookkeeping = (name: string) => LIST_FOLDERS.some((folder) => name.startsWith(`${folder}/.kavrell-`));

/**
 * Looks through a source once, for everybody who must agree on what a whole copy of it is. Lists that can be read are not files of the copy:
 * they are carried along and gone on with. Lists that can't are files like all others, and the copies' history starts anew beside them.
 *
 * Throws when the source can't be listed.
 */
export async function contentsOf(root: string, ignore: readonly string[] = []): Promise<Contents> {
  const listing = await listSource(root);
  const found = await readHistory(root);
  const within = (folder: string) => listing.files.filter((f) => lies(f.path, folder) && !isBookkeeping(f.path));
  const problems = [...found.problems];
  if (problems.length === 0 && found.links.length === 0 && within(LIST_FOLDER).length > 0)
    problems.push('The lists on it have no chain.');
  const readable = problems.length === 0;
  const history: History = readable ? found : { ...found, links: [], lists: [], originals: new Map(), ignore: [] };
  const listFolder = readable ? found.folder : NEW_LIST_FOLDER;
  const ignored = matcher(ignore);
  const isList = (name: string) => lies(name, listFolder) || isBookkeeping(name);
  const leaves = (name: string) => isList(name) || ignored(name) !== null;
  const leftOut = listing.leftOut.map((left) => {
    const pattern = ignored(left.path);
    return pattern === null ? left : { path: left.path, reason: patternWords(pattern), wanted: true };
  });
  for (const file of listing.files) {
    const pattern = isList(file.path) ? null : ignored(file.path);
    if (pattern !== null) leftOut.push({ path: file.path, reason: patternWords(pattern), wanted: true });
  }
  return {
    files: listing.files.filter((f) => !leaves(f.path)),
    folders: listing.folders.filter((f) => !leaves(`${f.path}/`)),
    leftOut,
    unreadable: listing.unreadable,
    history,
    listFolder,
    listProblems: problems,
    leaves,
  };
}

const patternWords = (pattern: string) => `left out by the pattern “${pattern}”`;
