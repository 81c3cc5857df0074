import { Readable } from 'node:stream';
import { openPromise, type Entry } from 'yauzl';
import { readSums, type ListedFile } from '@kavrell/core/formats';
import { startHash, HASH_KINDS } from './hash.ts';
import type { Verification, VerifyOptions } from './verify.ts';
import { wordsOf } from './outcome.ts';

const SUMS = /^[^/]+\.(md5|sha1|xxh|xxh64|xxhash)$/i;

/**
 * Reads every file of a ZIP (a hand-over, say) against the list of hashes that lies in it, as `verifyFolder` does a folder: changed, missing, not listed. Nothing is unpacked
 * to the disk. Throws when it is no whole ZIP, or holds no list.
 */
export async function verifyZip(file: string, { onProgress, signal }: VerifyOptions = {}): Promise<Verification> {
  const zip = await openPromise(file, { lazyEntries: true, autoClose: false }).catch((error: unknown) => {
    throw new Error(`${file} is no whole ZIP: ${wordsOf(error)}`);
  });
  try {
    const entries = new Map<string, Entry>();
    for await (const entry of zip.eachEntry()) if (!entry.fileName.endsWith('/')) entries.set(entry.fileName, entry);
    const against = [...entries.keys()].filter((name) => SUMS.test(name));
    if (against.length === 0) throw new Error(`${file} holds no sum file: there is nothing to compare with.`);
    const expected = new Map<string, ListedFile>();
    for (const list of against) {
      const text = await textOf(await zip.openReadStreamPromise(entries.get(list) as Entry));
      for (const listed of readSums(text)) expected.set(listed.path, listed);
    }
    const found: Verification = {
      ...{ verified: 0, sound: [], bytes: 0, changed: [], missing: [], renamed: [], problems: [], against },
      extra: [...entries.keys()].filter((name) => !expected.has(name) && !SUMS.test(name)),
    };
    const total = [...entries.values()].reduce((sum, e) => sum + e.uncompressedSize, 0);
    let done = 0;
    for (const [name, listed] of expected) {
      signal?.throwIfAborted();
      const entry = entries.get(name);
      const wanted = HASH_KINDS.flatMap((kind) => listed.hashes.filter((h) => h.kind === kind))[0];
      if (!entry || !wanted) {
        if (entry) found.problems.push(`${name} is listed with a kind of hash that is not computed here.`);
        else found.missing.push(name);
        continue;
      }
      const kind = HASH_KINDS.find((k) => k === wanted.kind) as (typeof HASH_KINDS)[number];
      const hash = startHash(kind);
      try {
        for await (const part of Readable.from(await zip.openReadStreamPromise(entry))) hash.update(part as Buffer);
        const value = hash.text();
        if (value === wanted.value) {
          found.verified += 1;
          found.bytes += entry.uncompressedSize;
          found.sound.push({ path: name, sizeBytes: entry.uncompressedSize, hashes: { [kind]: value } });
        } else found.changed.push({ path: name, reason: 'its bytes are not the ones that were listed' });
      } catch (error) {
        found.changed.push({ path: name, reason: `it can’t be read: ${wordsOf(error)}` });
      }
      done += entry.uncompressedSize;
      onProgress?.(done, total);
    }
    return found;
  } finally {
    zip.close();
  }
}

async function textOf(stream: Readable): Promise<string> {
  const parts: Buffer[] = [];
  for await (const part of stream) parts.push(part as Buffer);
  return Buffer.concat(parts).toString('utf8');
}
