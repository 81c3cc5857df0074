import { mkdir, open, readFile, rename } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import {
  mhlPieces,
  readChain,
  readMhl,
  writeChain,
  type ChainLink,
  type ListedFile,
  type ListedFolder,
  type MediaHashList,
} from '@kavrell/core/formats';
import { c4Of, hashOf, startHash, type HashKind } from './hash.ts';
import { createHash } from 'node:crypto';

export const LIST_FOLDER = 'ascmhl';
/** Where a history starts anew beside lists that can’t be read, which are kept as they are. */
export const NEW_LIST_FOLDER = 'ascmhl_kavrell';
export const LIST_FOLDERS = [LIST_FOLDER, NEW_LIST_FOLDER] as const;
export type ListFolder = (typeof LIST_FOLDERS)[number];
const CHAIN = 'ascmhl_chain.xml';
const TOOL = { name: 'Kavrell', version: '0.1.0' };
/** What is never listed: the lists themselves. */
const ignoredBy = (folder: ListFolder) => [folder, `${folder}/`];

/** What the lists of a folder say of it so far. */
export interface History {
  /** The folder that the lists lie in. */
  folder: ListFolder;
  links: ChainLink[];
  lists: MediaHashList[];
  /** The hashes each file was first listed with. */
  originals: Map<string, ListedFile>;
  /** Names that are not listed, as patterns. */
  ignore: string[];
  /** Lists that were changed or lost since they were written, in words. */
  problems: string[];
}

const isGone = (error: unknown) => (error as NodeJS.ErrnoException).code === 'ENOENT';
const messageOf = (error: unknown) => (error instanceof Error ? error.message : String(error));
const c4OfBytes = (bytes: Uint8Array) => c4Of(createHash('sha512').update(bytes).digest());

/** What a file was first listed with stays with it through its renames. */
function takeIn({ originals, ignore }: History, list: MediaHashList): void {
  for (const file of list.files) {
    const before = file.previousPath === undefined ? undefined : originals.get(file.previousPath);
    if (before) {
      originals.delete(file.previousPath!);
      originals.set(file.path, { ...before, path: file.path });
    } else if (!originals.has(file.path)) originals.set(file.path, file);
  }
  for (const pattern of list.ignore) if (!ignore.includes(pattern)) ignore.push(pattern);
}

/** A list's name from a chain: a file of the folder itself, never one elsewhere. */
const isName = (name: string) => name !== '' && name === path.basename(name) && !name.startsWith('.');

/** Reads the media hash lists in one folder and checks them against their chain; empty when there are none. Whatever is wrong with them is told, never thrown. */
export async function readHistoryIn(root: string, within: ListFolder): Promise<History> {
  const history: History = { folder: within, links: [], lists: [], originals: new Map(), ignore: [], problems: [] };
  const folder = path.join(root, within);
  try {
    history.links = readChain(await readFile(path.join(folder, CHAIN), 'utf8'));
    const odd = history.links.find((l) => !isName(l.path));
    if (odd) throw new Error(`it names ${odd.path}`);
  } catch (error) {
    if (isGone(error)) return history;
    history.links = [];
    history.problems.push(`The chain of the lists can’t be read: ${messageOf(error)}`);
    return history;
  }
  for (const link of history.links) {
    try {
      const bytes = await readFile(path.join(folder, link.path));
      if (c4OfBytes(bytes) !== link.c4) {
        history.problems.push(`The list ${link.path} is not the one that the chain knows: it was changed since.`);
        continue;
      }
      const list = readMhl(bytes.toString('utf8'));
      history.lists.push(list);
      takeIn(history, list);
    } catch (error) {
      history.problems.push(
        isGone(error) ? `The list ${link.path} is gone.` : `The list ${link.path} can’t be read: ${messageOf(error)}`,
      );
    }
  }
  return history;
}

/** A folder's history: the one that was started anew beside unreadable lists where there is one, else the usual one. */
export async function readHistory(root: string): Promise<History> {
  const usual = await readHistoryIn(root, LIST_FOLDER);
  if (usual.links.length > 0 && usual.problems.length === 0) return usual;
  const anew = await readHistoryIn(root, NEW_LIST_FOLDER);
  return anew.links.length > 0 ? anew : usual;
}

/**
 * Gives a copy the lists that its source brought, so that its history goes on from theirs; what it has already is left. Answers in words
 * what could not be joined.
 */
export async function carryLists(from: string, root: string, source: History): Promise<string[]> {
  const folder = path.join(root, source.folder);
  await mkdir(folder, { recursive: true });
  const own = await readHistoryIn(root, source.folder);
  const links = [...own.links];
  const words: string[] = [];
  for (const link of source.links) {
    if (links.some((l) => l.c4 === link.c4)) continue;
    const bytes = await readFile(path.join(from, source.folder, link.path));
    // Between reading the history and now the card may have given other bytes.
    if (c4OfBytes(bytes) !== link.c4) throw new Error(`The card’s own list ${link.path} changed while it was copied.`);
    if (links.some((l) => l.number === link.number)) {
      words.push(
        `The card’s own list ${link.path} could not join the lists that are there: both are number ${link.number}.`,
      );
      continue;
    }
    await writeThrough(path.join(folder, link.path), [bytes.toString('utf8')]);
    links.push(link);
  }
  if (links.length > own.links.length)
    await writeThrough(path.join(folder, CHAIN), [writeChain(links.sort((a, b) => a.number - b.number))]);
  return words;
}

interface Sum {
  content: string;
  structure: string;
}

/**
 * Hashes of every folder and of the root, from the files' hashes: *content* over the hashes of what lies within, sorted; *structure* over
 * the names, with each folder's name before its own structure. Source: ASC MHL 2.0, directory hashes.
 */
function folderSums(
  kind: HashKind,
  files: Iterable<{ path: string; hash: string }>,
  folders: readonly string[],
): Map<string, Sum> {
  const over = (parts: readonly string[]) =>
    hashOf(kind, kind === 'c4' ? Buffer.from(parts.join('')) : Buffer.from(parts.join(''), 'hex'));
  const ofName = (name: string, rest = '') => {
    const bytes = Buffer.from(name, 'utf8');
    return hashOf(kind, rest ? Buffer.concat([bytes, Buffer.from(rest, kind === 'c4' ? 'utf8' : 'hex')]) : bytes);
  };
  const within = new Map<string, { content: string[]; structure: string[] }>(
    ['', ...folders].map((folder) => [folder, { content: [], structure: [] }]),
  );
  const parent = (of: string) => (of.includes('/') ? of.slice(0, of.lastIndexOf('/')) : '');
  for (const file of files) {
    const place = within.get(parent(file.path));
    place?.content.push(file.hash);
    place?.structure.push(ofName(path.posix.basename(file.path)));
  }
  const sums = new Map<string, Sum>();
  // Innermost first: a folder's sums are part of the one around it.
  for (const folder of [...folders].sort((a, b) => b.split('/').length - a.split('/').length).concat('')) {
    const own = within.get(folder)!;
    const sum = {
      content: over(own.content.sort()),
      structure: over(own.structure.sort()),
    };
    sums.set(folder, sum);
    if (folder === '') continue;
    const around = within.get(parent(folder));
    around?.content.push(sum.content);
    around?.structure.push(ofName(path.posix.basename(folder), sum.structure));
  }
  return sums;
}

const CHUNK_CHARACTERS = 65536;

function* hashed(files: Iterable<ListedFile>, kind: HashKind): Generator<{ path: string; hash: string }> {
  for (const file of files) {
    const hash = file.hashes.find((h) => h.kind === kind)?.value;
    if (hash) yield { path: file.path, hash };
  }
}

/** Writes a file by way of a half file, synced, and answers its C4 identifier. */
async function writeThrough(file: string, pieces: Iterable<string>): Promise<string> {
  const part = `${file}.part`;
  const hash = startHash('c4');
  const handle = await open(part, 'w');
  try {
    let chunk = '';
    const flush = async () => {
      const bytes = Buffer.from(chunk);
      chunk = '';
      hash.update(bytes);
      await handle.appendFile(bytes);
    };
    for (const piece of pieces) {
      chunk += piece;
      if (chunk.length >= CHUNK_CHARACTERS) await flush();
    }
    await flush();
    await handle.sync();
  } finally {
    await handle.close();
  }
  await rename(part, file);
  return hash.text();
}

/** `2027-03-18T12:00:05.123Z` → `2027-03-18_120005Z`, as the names of lists have it. */
const stamp = (at: Date) =>
  at
    .toISOString()
    .replace('T', '_')
    .replace(/:|\.\d+/g, '');

/**
 * Writes the next generation of a folder's lists and adds it to the chain, each by way of a half file, so that a kill leaves the history
 * as it was or as it should be.
 */
export async function writeGeneration(
  root: string,
  of: {
    /** The folder of lists that is gone on with. */
    folder?: ListFolder;
    /** In the order of their paths. Walked twice. */
    files: Iterable<ListedFile>;
    folders: readonly { path: string; modified: string }[];
    kind: HashKind;
    process: MediaHashList['process'];
    at: Date;
    /** Patterns of names that were left out, beside those of the lists before. */
    ignore?: readonly string[];
  },
): Promise<ChainLink> {
  const within = of.folder ?? LIST_FOLDER;
  const folder = path.join(root, within);
  await mkdir(folder, { recursive: true });
  const before = await readHistoryIn(root, within);
  const sums = folderSums(
    of.kind,
    hashed(of.files, of.kind),
    of.folders.map((f) => f.path),
  );
  const named = (sum: string | undefined) => (sum === undefined ? null : { kind: of.kind, value: sum });
  const list = {
    created: of.at.toISOString(),
    host: os.hostname(),
    tool: TOOL,
    process: of.process,
    root: { content: named(sums.get('')?.content), structure: named(sums.get('')?.structure) },
    ignore: [...new Set([...ignoredBy(within), ...before.ignore, ...(of.ignore ?? [])])],
    files: of.files,
    folders: of.folders.map((f): ListedFolder => ({
      path: f.path,
      modified: f.modified,
      content: named(sums.get(f.path)?.content),
      structure: named(sums.get(f.path)?.structure),
    })),
  };
  const number = Math.max(0, ...before.links.map((l) => l.number)) + 1;
  const name = `${String(number).padStart(4, '0')}_${path.basename(root)}_${stamp(of.at)}.mhl`;
  const link = { number, path: name, c4: await writeThrough(path.join(folder, name), mhlPieces(list)) };
  await writeThrough(path.join(folder, CHAIN), [writeChain([...before.links, link])]);
  return link;
}
