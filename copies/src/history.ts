import { mkdir, open, readFile, rename } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import {
  readChain,
  readMhl,
  writeChain,
  writeMhl,
  type ChainLink,
  type ListedFile,
  type ListedFolder,
  type MediaHashList,
} from '@kavrell/core/formats';
import { c4Of, startHash, type HashKind } from './hash.ts';
import { createHash } from 'node:crypto';

export const LIST_FOLDER = 'ascmhl';
const CHAIN = 'ascmhl_chain.xml';
const TOOL = { name: 'Kavrell', version: '0.1.0' };
const IGNORED = [LIST_FOLDER, `${LIST_FOLDER}/`];

/** What the lists of a folder say of it so far. */
export interface History {
  links: ChainLink[];
  lists: MediaHashList[];
  /** The hashes each file was first listed with. */
  originals: Map<string, ListedFile>;
  /** Lists that were changed or lost since they were written, in words. */
  problems: string[];
}

const isGone = (error: unknown) => (error as NodeJS.ErrnoException).code === 'ENOENT';
const c4OfBytes = (bytes: Uint8Array) => c4Of(createHash('sha512').update(bytes).digest());

/** Reads a folder's media hash lists and checks them against their chain; empty when there are none. */
export async function readHistory(root: string): Promise<History> {
  const history: History = { links: [], lists: [], originals: new Map(), problems: [] };
  const folder = path.join(root, LIST_FOLDER);
  let chain: string;
  try {
    chain = await readFile(path.join(folder, CHAIN), 'utf8');
  } catch (error) {
    if (isGone(error)) return history;
    throw error;
  }
  history.links = readChain(chain);
  for (const link of history.links) {
    try {
      const bytes = await readFile(path.join(folder, link.path));
      if (c4OfBytes(bytes) !== link.c4) {
        history.problems.push(`The list ${link.path} is not the one that the chain knows: it was changed since.`);
        continue;
      }
      const list = readMhl(bytes.toString('utf8'));
      history.lists.push(list);
      for (const file of list.files) if (!history.originals.has(file.path)) history.originals.set(file.path, file);
    } catch (error) {
      if (!isGone(error)) throw error;
      history.problems.push(`The list ${link.path} is gone.`);
    }
  }
  return history;
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
  files: readonly { path: string; hash: string }[],
  folders: readonly string[],
): Map<string, Sum> {
  const bytesOf = (text: string) => (kind === 'c4' ? Buffer.from(text, 'utf8') : Buffer.from(text, 'hex'));
  const over = (parts: readonly Uint8Array[]) => {
    const hash = startHash(kind);
    for (const part of parts) hash.update(part);
    return hash.text();
  };
  const within = new Map<string, { content: string[]; structure: string[] }>(
    ['', ...folders].map((folder) => [folder, { content: [], structure: [] }]),
  );
  const parent = (of: string) => (of.includes('/') ? of.slice(0, of.lastIndexOf('/')) : '');
  for (const file of files) {
    const place = within.get(parent(file.path));
    place?.content.push(file.hash);
    place?.structure.push(over([Buffer.from(path.posix.basename(file.path), 'utf8')]));
  }
  const sums = new Map<string, Sum>();
  // Innermost first: a folder's sums are part of the one around it.
  for (const folder of [...folders].sort((a, b) => b.split('/').length - a.split('/').length).concat('')) {
    const own = within.get(folder)!;
    const sum = {
      content: over(own.content.sort().map(bytesOf)),
      structure: over(own.structure.sort().map(bytesOf)),
    };
    sums.set(folder, sum);
    if (folder === '') continue;
    const around = within.get(parent(folder));
    around?.content.push(sum.content);
    around?.structure.push(over([Buffer.from(path.posix.basename(folder), 'utf8'), bytesOf(sum.structure)]));
  }
  return sums;
}

async function writeThrough(file: string, content: string): Promise<void> {
  const part = `${file}.part`;
  const handle = await open(part, 'w');
  try {
    await handle.writeFile(content);
    await handle.sync();
  } finally {
    await handle.close();
  }
  await rename(part, file);
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
    files: readonly ListedFile[];
    folders: readonly { path: string; modified: string }[];
    kind: HashKind;
    process: MediaHashList['process'];
    at: Date;
  },
): Promise<ChainLink> {
  const folder = path.join(root, LIST_FOLDER);
  await mkdir(folder, { recursive: true });
  const before = await readHistory(root);
  const hashOf = (file: ListedFile) => file.hashes.find((h) => h.kind === of.kind)?.value ?? '';
  const sums = folderSums(
    of.kind,
    of.files.filter((f) => hashOf(f) !== '').map((f) => ({ path: f.path, hash: hashOf(f) })),
    of.folders.map((f) => f.path),
  );
  const named = (sum: string | undefined) => (sum === undefined ? null : { kind: of.kind, value: sum });
  const list: MediaHashList = {
    created: of.at.toISOString(),
    host: os.hostname(),
    tool: TOOL,
    process: of.process,
    root: { content: named(sums.get('')?.content), structure: named(sums.get('')?.structure) },
    ignore: IGNORED,
    files: [...of.files],
    folders: of.folders.map((f): ListedFolder => ({
      path: f.path,
      modified: f.modified,
      content: named(sums.get(f.path)?.content),
      structure: named(sums.get(f.path)?.structure),
    })),
  };
  const number = Math.max(0, ...before.links.map((l) => l.number)) + 1;
  const name = `${String(number).padStart(4, '0')}_${path.basename(root)}_${stamp(of.at)}.mhl`;
  const xml = writeMhl(list);
  await writeThrough(path.join(folder, name), xml);
  const link = { number, path: name, c4: c4OfBytes(Buffer.from(xml)) };
  await writeThrough(path.join(folder, CHAIN), writeChain([...before.links, link]));
  return link;
}
