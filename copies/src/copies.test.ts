import { chmod, mkdir, mkdtemp, readFile, readdir, rm, stat, symlink, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { listSource, offload, startHash } from './index.ts';

let root = '';
const at = (...names: string[]) => path.join(root, ...names);
beforeEach(async () => {
  root = await mkdtemp(path.join(os.tmpdir(), 'kavrell-copies-'));
  await mkdir(at('card', 'CLIPS'), { recursive: true });
  await writeFile(at('card', 'CLIPS', 'A001_C001.mov'), Buffer.alloc(9_000_000, 7));
  await writeFile(at('card', 'note.txt'), 'hello');
  await writeFile(at('card', 'empty.bin'), '');
});
afterEach(() => rm(root, { recursive: true, force: true }));
const to = (...names: string[]) => names.map((id) => ({ id, root: at(id) }));

describe('offload', () => {
  it('knows xxHash64 of the empty input and of "abc"', () => {
    expect(startHash().hex()).toBe('ef46db3751d8e999');
    const hash = startHash();
    hash.update(Buffer.from('abc'));
    expect(hash.hex()).toBe('44bc2cf5ad770999');
  });

  it('copies every file to every drive, with equal bytes and times, and leaves no part behind', async () => {
    const read: number[] = [];
    const outcomes = await offload(at('card'), to('x', 'y'), { onProgress: (p) => read.push(p.doneBytes) });
    expect(outcomes).toHaveLength(6);
    expect(outcomes.every((o) => o.state === 'verified' && o.hash?.length === 16)).toBe(true);
    for (const drive of ['x', 'y']) {
      expect(
        (await readFile(at(drive, 'CLIPS', 'A001_C001.mov'))).equals(
          await readFile(at('card', 'CLIPS', 'A001_C001.mov')),
        ),
      ).toBe(true);
      expect((await readdir(at(drive), { recursive: true })).some((n) => n.endsWith('.part'))).toBe(false);
      expect(
        Math.abs((await stat(at(drive, 'note.txt'))).mtimeMs - (await stat(at('card', 'note.txt'))).mtimeMs),
      ).toBeLessThan(2);
    }
    expect(read.at(-1)).toBe(9_000_005);
  });

  it('compares what is there already instead of copying it again', async () => {
    await offload(at('card'), to('x'));
    const again = await offload(at('card'), to('x'));
    expect(again.map((o) => o.state)).toEqual(['skipped', 'skipped', 'skipped']);
  });

  it('never overwrites another file of the same name, and says so', async () => {
    await mkdir(at('x'));
    await writeFile(at('x', 'note.txt'), 'other');
    const outcomes = await offload(at('card'), to('x'));
    const note = outcomes.find((o) => o.path === 'note.txt');
    expect(note).toMatchObject({ state: 'failed', failure: expect.stringContaining('Another file') });
    expect(await readFile(at('x', 'note.txt'), 'utf8')).toBe('other');
    expect(outcomes.filter((o) => o.state === 'verified')).toHaveLength(2);
  });

  it('lets a drive that can’t be written fail alone', async () => {
    await writeFile(at('x'), 'a file where the drive should be');
    const outcomes = await offload(at('card'), to('x', 'y'));
    expect(outcomes.filter((o) => o.destinationId === 'x').every((o) => o.state === 'failed')).toBe(true);
    expect(outcomes.filter((o) => o.destinationId === 'y').every((o) => o.state === 'verified')).toBe(true);
  });

  it('stops when told, leaving no half file under a final name', async () => {
    const stop = new AbortController();
    await expect(
      offload(at('card'), to('x'), { onProgress: () => stop.abort(new Error('stopped')) }, stop.signal),
    ).rejects.toThrow('stopped');
    const left = await readdir(at('x'), { recursive: true });
    expect(left.filter((n) => n.endsWith('.mov') || n.endsWith('.part'))).toEqual([]);
  });

  it('lists links instead of following them', async () => {
    await symlink('/etc/hostname', at('card', 'link'));
    await chmod(at('card', 'note.txt'), 0o444);
    const listing = await listSource(at('card'));
    expect(listing.leftOut).toEqual([{ path: 'link', reason: 'a link' }]);
    expect(listing.files.map((f) => f.path)).toEqual(['CLIPS/A001_C001.mov', 'empty.bin', 'note.txt']);
  });
});
