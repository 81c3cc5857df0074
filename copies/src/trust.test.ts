import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { readFileSync, readdirSync, statSync, symlinkSync, utimesSync, writeFileSync } from 'node:fs';
import { mkdir, mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { allVerified, ingest, isSound, listSource, verifyFolder } from './index.ts';

vi.setConfig({ testTimeout: 60_000 });
let root = '';
const at = (...names: string[]) => path.join(root, ...names);
beforeEach(async () => {
  root = await mkdtemp(path.join(os.tmpdir(), 'kavrell-trust-'));
  await mkdir(at('A001', 'CLIPS'), { recursive: true });
  for (let i = 0; i < 3; i += 1) writeFileSync(at('A001', 'CLIPS', `C${i}.mov`), randomBytes(2_000_000 + i));
  writeFileSync(at('A001', 'note.txt'), 'hello');
  // Shot this morning, not this second.
  const shot = new Date(Date.now() - 3_600_000);
  for (const name of ['CLIPS/C0.mov', 'CLIPS/C1.mov', 'CLIPS/C2.mov', 'note.txt'])
    utimesSync(at('A001', name), shot, shot);
  await mkdir(at('x'));
});
// Names deeper than a call can reach are the system's own tool's to take away.
afterEach(() => execFileSync('rm', ['-rf', root]));

const words = (result: Awaited<ReturnType<typeof ingest>>) =>
  result.places.flatMap((p) => p.failed.map((f) => f.reason));

describe('a card is not its own copy', () => {
  it('by a link to it in the place', async () => {
    symlinkSync(at('A001'), at('x', 'A001'));
    const result = await ingest(at('A001'), [at('x')]);
    expect(allVerified(result)).toBe(false);
    expect(words(result)).toEqual([expect.stringMatching(/is the source itself, or lies within it/)]);
    expect(readdirSync(at('A001')).sort()).toEqual(['CLIPS', 'note.txt']);
  });
  it('by a place that is the folder around it, or lies in it', async () => {
    expect(words(await ingest(at('A001'), [root]))).toEqual([expect.stringMatching(/source itself/)]);
    expect(words(await ingest(at('A001'), [at('A001', 'CLIPS')]))).toEqual([expect.stringMatching(/source itself/)]);
    symlinkSync(at('A001', 'CLIPS'), at('inside'));
    expect(words(await ingest(at('A001'), [at('inside')]))).toEqual([expect.stringMatching(/source itself/)]);
    expect(readdirSync(at('A001'), { recursive: true })).not.toContain('ascmhl');
  });
  it('by a link to one of its files', async () => {
    await mkdir(at('x', 'A001', 'CLIPS'), { recursive: true });
    symlinkSync(at('A001', 'CLIPS', 'C0.mov'), at('x', 'A001', 'CLIPS', 'C0.mov'));
    const result = await ingest(at('A001'), [at('x')]);
    expect(result.places[0]!.failed.map((f) => f.path)).toEqual(['CLIPS/C0.mov']);
    expect(result.places[0]!.copied).toHaveLength(3);
  });
});

describe('a run that was broken off', () => {
  /** As a killed run leaves it: files under their names, noted in the journal, and no list yet. */
  async function broken(): Promise<void> {
    const { places } = await ingest(at('A001'), [at('x')]);
    const lines = places[0]!.copied.map((c) => ({
      path: c.path,
      sizeBytes: c.sizeBytes,
      modifiedMs: statSync(at('A001', c.path)).mtimeMs,
      hashes: c.hashes,
      at: '2027-03-18T09:30:00.000Z',
    }));
    await rm(at('x', 'A001', 'ascmhl'), { recursive: true });
    await mkdir(at('x', 'A001', 'ascmhl'));
    writeFileSync(at('x', 'A001', 'ascmhl', '.kavrell-journal'), lines.map((l) => `${JSON.stringify(l)}\n`).join(''));
  }
  const changeOne = (keepTime: boolean) => {
    const file = at('x', 'A001', 'CLIPS', 'C1.mov');
    const { atime, mtime } = statSync(file);
    const bytes = readFileSync(file);
    bytes[1000]! ^= 1;
    writeFileSync(file, bytes);
    if (keepTime) utimesSync(file, atime, mtime);
  };
  it('goes by size and time of what it finished', async () => {
    await broken();
    const again = await ingest(at('A001'), [at('x')]);
    expect(again.places[0]!).toMatchObject({ copied: [], failed: [] });
    expect(again.places[0]!.skipped).toHaveLength(4);
    expect(allVerified(again)).toBe(true);
  });
  it('reads what was touched since, and names it when it is another', async () => {
    await broken();
    changeOne(false);
    const again = await ingest(at('A001'), [at('x')]);
    expect(again.places[0]!.failed.map((f) => f.path)).toEqual(['CLIPS/C1.mov']);
    expect(again.places[0]!.skipped).toHaveLength(3);
  });
  it('asked to look closely, reads all, and finds what kept its time', async () => {
    await broken();
    changeOne(true);
    expect(allVerified(await ingest(at('A001'), [at('x')], { recheck: true }))).toBe(false);
  });
  it('half files of it are taken away, and nobody else’s', async () => {
    await mkdir(at('x', 'A001'));
    writeFileSync(at('x', 'A001', '.0123456789abcdef.part'), 'half');
    writeFileSync(at('x', 'A001', 'mine.part'), 'not ours');
    await ingest(at('A001'), [at('x')]);
    expect(readdirSync(at('x', 'A001')).sort()).toEqual(['CLIPS', 'ascmhl', 'mine.part', 'note.txt']);
  });
});

describe('what can’t be listed', () => {
  /** A folder so deep that no call can name what is in it: the nearest to a broken folder that any file system offers. */
  function deep(): void {
    const name = 'd'.repeat(200);
    execFileSync('bash', ['-c', `for i in $(seq 25); do mkdir ${name} && cd ${name} || exit 1; done; echo lost > f`], {
      cwd: at('A001'),
    });
  }
  it('is named, counts as a failure, and the rest is copied', async () => {
    deep();
    const listing = await listSource(at('A001'));
    expect(listing.unreadable).toHaveLength(1);
    const result = await ingest(at('A001'), [at('x')]);
    expect(result.unreadable).toHaveLength(1);
    expect(result.unreadable[0]!.reason).toMatch(/so long a name/);
    expect(allVerified(result)).toBe(false);
    for (const name of ['CLIPS/C0.mov', 'note.txt'])
      expect(readFileSync(at('x', 'A001', name)).equals(readFileSync(at('A001', name)))).toBe(true);
  });
  it('makes a copy unsound', async () => {
    await ingest(at('A001'), [at('x')]);
    execFileSync('bash', ['-c', `n=${'d'.repeat(200)}; for i in $(seq 25); do mkdir $n && cd $n || exit 1; done`], {
      cwd: at('x', 'A001'),
    });
    const found = await verifyFolder(at('x', 'A001'));
    expect(found.problems).toEqual([expect.stringMatching(/can’t be listed/)]);
    expect(isSound(found)).toBe(false);
  });
  it('a source that isn’t there is said to be so', async () => {
    await expect(ingest(at('nowhere'), [at('x')])).rejects.toThrow(/ENOENT/);
  });
});

describe('a reading of a copy', () => {
  it('tells how far it is, and vouches for each file with its size and hash', async () => {
    const { places } = await ingest(at('A001'), [at('x')]);
    const told: [number, number][] = [];
    let files = 0;
    const found = await verifyFolder(at('x', 'A001'), {
      onProgress: (...p) => told.push(p),
      onFile: () => (files += 1),
    });
    const total = 6_000_008;
    expect(files).toBe(4);
    expect(told.map(([done]) => done)).toEqual(told.map(([done]) => done).sort((a, b) => a - b));
    expect(told.at(-1)).toEqual([total, total]);
    const expected = places[0]!.copied.map((c) => [c.path, c.sizeBytes, c.hashes.xxh64]).sort();
    expect(found.sound.map((f) => [f.path, f.sizeBytes, f.hashes.xxh64]).sort()).toEqual(expected);
  });
  it('tells within a large file too, and counts only what is read', async () => {
    const large = Buffer.alloc(9_000_000, 5);
    writeFileSync(at('A001', 'large.mov'), large);
    await ingest(at('A001'), [at('x')]);
    writeFileSync(at('x', 'A001', 'large.mov'), large.subarray(1));
    const told: [number, number][] = [];
    const tell = async () => {
      told.length = 0;
      await verifyFolder(at('x', 'A001'), { onProgress: (...p) => told.push(p) });
    };
    await tell();
    // Of another size it is not read at all.
    expect(told.at(-1)).toEqual([6_000_008, 6_000_008]);
    writeFileSync(at('x', 'A001', 'large.mov'), large);
    await tell();
    expect(told.at(-1)).toEqual([15_000_008, 15_000_008]);
    expect(new Set(told.map(([done]) => done)).size).toBeGreaterThan(5);
  });
  it('stops when told to', async () => {
    await ingest(at('A001'), [at('x')]);
    const stop = new AbortController();
    stop.abort(new Error('enough'));
    await expect(verifyFolder(at('x', 'A001'), { signal: stop.signal })).rejects.toThrow('enough');
  });
});
