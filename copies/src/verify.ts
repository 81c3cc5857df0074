import { readFile, readdir } from 'node:fs/promises';
import path from 'node:path';
import { readMhl, readSums, type ListedFile } from '@kavrell/core/formats';
import { OPEN_GATE, simulatedGate, type Faults, type Gate } from './gate.ts';
import { HASH_KINDS, type HashKind } from './hash.ts';
import { readHistory } from './history.ts';
import { alignedBlock, hashFromMedium } from './readBack.ts';
import { writtenPath } from './names.ts';
import { wordsOf } from './outcome.ts';
import { matcher } from './patterns.ts';
import { listSource } from './walk.ts';

/** A file that has the bytes it was listed with. */
export interface SoundFile {
  path: string;
  sizeBytes: number;
  hashes: Partial<Record<HashKind, string>>;
}

export interface VerifyOptions {
  /** Hears of bytes read so far, of those that are to be. */
  onProgress?: (doneBytes: number, totalBytes: number) => void;
  /** Hears that a file was read to its end, whatever it held. */
  onFile?: () => void;
  signal?: AbortSignal;
  /** Troubles of a simulated drive. */
  faults?: Faults | null;
}

export interface Verification {
  verified: number;
  sound: SoundFile[];
  bytes: number;
  changed: { path: string; reason: string }[];
  missing: string[];
  extra: string[];
  renamed: { from: string; to: string }[];
  /** What is wrong with the lists themselves. */
  problems: string[];
  /** What was compared against: the folder's history, or the files named. */
  against: string[];
}

const SUMS = /\.(md5|sha1|xxh|xxh64|xxhash)$/i;

/** What a folder should hold, from its history, else from old lists and sum files that lie in it. */
async function expectedIn(
  root: string,
): Promise<{ files: Map<string, ListedFile>; ignore: string[]; against: string[]; problems: string[]; own: string }> {
  const history = await readHistory(root);
  const { folder: own, ignore, problems } = history;
  if (history.links.length > 0) {
    const against = [`${own}, ${history.links.length} generations`];
    return { files: history.originals, ignore, against, problems, own };
  }
  const files = new Map<string, ListedFile>();
  const against: string[] = [];
  for (const name of (await readdir(root)).sort()) {
    if (!name.endsWith('.mhl') && !SUMS.test(name)) continue;
    const text = await readFile(path.join(root, name), 'utf8');
    try {
      for (const file of name.endsWith('.mhl') ? readMhl(text).files : readSums(text)) files.set(file.path, file);
      against.push(name);
    } catch (error) {
      problems.push(`${name} can’t be read: ${wordsOf(error)}`);
    }
  }
  return { files, ignore: [], against, problems, own };
}

/** The hash of a listed file that can be computed here, the strongest habit first. */
function comparable(file: ListedFile): { kind: HashKind; value: string } | null {
  for (const kind of HASH_KINDS) {
    const found = file.hashes.find((h) => h.kind === kind);
    if (found) return { kind, value: found.value };
  }
  return null;
}

/**
 * Reads every listed file of a folder anew, past the machine's cache where it can, and names each that is changed, missing, extra or
 * renamed, and nothing else. Throws when the folder holds no list at all.
 */
export async function verifyFolder(root: string, options: VerifyOptions = {}): Promise<Verification> {
  const { onProgress, onFile, signal = new AbortController().signal, faults = null } = options;
  const medium = faults ? simulatedGate(faults) : OPEN_GATE;
  const { files: expected, ignore, against, problems, own } = await expectedIn(root);
  const ignored = matcher(ignore);
  if (against.length === 0)
    throw new Error(
      problems.length > 0
        ? `The lists in ${root} can’t be read, so there is nothing to compare with. ${problems.join(' ')}`
        : `${root} holds no media hash list and no sum file: there is nothing to compare with.`,
    );
  const lists = new Set(against);
  const listing = await listSource(root);
  const there = new Map(
    listing.files
      .filter((f) => !f.path.startsWith(`${own}/`) && !lists.has(f.path))
      .filter((f) => expected.has(f.path) || ignored(f.path) === null)
      .map((f) => [f.path, f] as const),
  );
  for (const { path: name, reason } of listing.leftOut) problems.push(`${name} is ${reason}: no copy of anything.`);
  for (const { path: name, reason } of listing.unreadable) problems.push(`${name} can’t be listed: ${reason}`);
  const block = alignedBlock();
  const result: Verification = {
    verified: 0,
    sound: [],
    bytes: 0,
    changed: [],
    missing: [],
    extra: [],
    renamed: [],
    problems,
    against,
  };
  const isRead = (name: string, file: ListedFile) => {
    const found = there.get(name);
    return found !== undefined && (file.sizeBytes ?? found.sizeBytes) === found.sizeBytes && comparable(file) !== null;
  };
  const totalBytes = [...expected].reduce(
    (sum, [name, file]) => sum + (isRead(name, file) ? (there.get(name)?.sizeBytes ?? 0) : 0),
    0,
  );
  let doneBytes = 0;
  // Within a file too: one of a hundred gigabytes takes its minutes.
  const gate: Gate = {
    ...medium,
    touch: () => medium.touch(),
    reading: (file, at, bytes) => {
      medium.reading(file, at, bytes);
      onProgress?.(doneBytes + at + bytes.length, totalBytes);
    },
  };
  for (const [name, file] of expected) {
    signal.throwIfAborted();
    const found = there.get(name);
    if (!found) {
      result.missing.push(name);
      continue;
    }
    if (file.sizeBytes !== null && file.sizeBytes !== found.sizeBytes) {
      result.changed.push({ path: name, reason: `it has ${found.sizeBytes} bytes, the list ${file.sizeBytes}` });
      continue;
    }
    const wanted = comparable(file);
    if (!wanted) {
      result.problems.push(`${name} is listed with a kind of hash that is not computed here.`);
      continue;
    }
    try {
      const { hash } = await hashFromMedium(`${writtenPath(root)}/${name}`, block, wanted.kind, signal, gate);
      if (hash === wanted.value) {
        result.verified += 1;
        result.sound.push({ path: name, sizeBytes: found.sizeBytes, hashes: { [wanted.kind]: hash } });
        result.bytes += found.sizeBytes;
      } else result.changed.push({ path: name, reason: 'its bytes are not the ones that were listed' });
    } catch (error) {
      if (signal.aborted) throw error;
      result.changed.push({ path: name, reason: `it can’t be read: ${wordsOf(error)}` });
    }
    doneBytes += found.sizeBytes;
    onFile?.();
    onProgress?.(doneBytes, totalBytes);
  }
  for (const [name, found] of there) {
    if (expected.has(name)) continue;
    const candidates = result.missing.filter((m) => expected.get(m)?.sizeBytes === found.sizeBytes);
    let from: string | null = null;
    for (const candidate of candidates) {
      const wanted = comparable(expected.get(candidate)!);
      if (
        wanted &&
        (await hashFromMedium(`${writtenPath(root)}/${name}`, block, wanted.kind, signal, medium)).hash === wanted.value
      )
        from = candidate;
    }
    if (from === null) result.extra.push(name);
    else {
      result.renamed.push({ from, to: name });
      result.missing = result.missing.filter((m) => m !== from);
    }
  }
  return result;
}

/** True when everything listed is there with the bytes that were listed, and nothing else. */
export function isSound(v: Verification): boolean {
  return v.changed.length + v.missing.length + v.extra.length + v.renamed.length + v.problems.length === 0;
}
