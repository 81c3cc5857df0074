import { chmod, mkdir, mkdtemp, readFile, readdir, rm, stat, symlink, utimes, writeFile } from 'node:fs/promises';
import { writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { alignedBlock, hashFromMedium, listSource, offload, startHash, type HashKind } from './index.ts';

vi.setConfig({ testTimeout: 60_000 });

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
    expect(startHash().text()).toBe('ef46db3751d8e999');
    const hash = startHash();
    hash.update(Buffer.from('abc'));
    expect(hash.text()).toBe('44bc2cf5ad770999');
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
    expect(listing.leftOut).toEqual([{ path: 'link', reason: 'a link', wanted: false }]);
    expect(listing.files.map((f) => f.path)).toEqual(['CLIPS/A001_C001.mov', 'empty.bin', 'note.txt']);
  });
});

describe('hashes', () => {
  // Published test values; the C4 identifier of nothing is the standard's own example.
  it.each([
    ['xxh64', '', 'ef46db3751d8e999'],
    ['md5', 'abc', '900150983cd24fb0d6963f7d28e17f72'],
    ['sha1', 'abc', 'a9993e364706816aba3e25717850c26c9cd0d89d'],
    ['c4', '', 'c459dsjfscH38cYeXXYogktxf4Cd9ibshE3BHUo6a58hBXmRQdZrAkZzsWcbWtDg5oQstpDuni4Hirj75GEmTc1sFT'],
  ] as const)('%s of “%s”', (kind: HashKind, text, expected) => {
    const hash = startHash(kind);
    hash.update(Buffer.from(text));
    expect(hash.text()).toBe(expected);
  });
  it.each([0, 1, 511, 512, 513, 4_194_303, 4_194_304, 4_194_305, 9_000_001])(
    'a file of %i bytes read past the cache hashes as it does in memory',
    async (size) => {
      const bytes = Buffer.alloc(size, 'kavrell ');
      await writeFile(at('card', 'f'), bytes);
      const hash = startHash();
      hash.update(bytes);
      const found = await hashFromMedium(at('card', 'f'), alignedBlock(), 'xxh64', new AbortController().signal);
      expect(found.hash).toBe(hash.text());
      expect(['medium', 'cache']).toContain(found.from);
    },
  );
});

describe('odd sources', () => {
  it('names of 255 bytes, in any writing, with spaces and marks, are copied as they are', async () => {
    const long = 'é'.repeat(125) + '12345';
    const names = [
      long,
      ' leading and trailing ',
      'na\u0308me',
      'n\u00e4me',
      '\ufeffmarked',
      '演奏 🎬.mov',
      '.hidden',
      '-rf',
      'a\nb',
    ];
    expect(Buffer.byteLength(long)).toBe(255);
    for (const name of names) await writeFile(at('card', name), name);
    const outcomes = await offload(at('card'), to('x'));
    expect(outcomes.filter((o) => o.state !== 'verified')).toEqual([]);
    for (const name of names) expect(await readFile(at('x', name), 'utf8')).toBe(name);
    expect((await readdir(at('x'))).sort()).toEqual((await readdir(at('card'))).sort());
  });
  it('names that are no text are copied byte for byte, and listed byte by byte', async () => {
    const odd = Buffer.from([0xff, 0xfe, 0x2e]);
    const below = (folder: string, ...more: Buffer[]) =>
      Buffer.concat([Buffer.from(at(folder)), ...more.flatMap((name) => [Buffer.from('/'), name])]);
    await mkdir(below('card', odd));
    await writeFile(below('card', odd, odd), 'odd');
    await writeFile(below('card', Buffer.from([0xc3])), Buffer.alloc(3_000_000, 5));
    await writeFile(at('card', 'a\\xff'), 'looks odd');
    const outcomes = await offload(at('card'), to('x'));
    const told = outcomes.map((o) => [o.path, o.state]);
    expect(told.filter(([, state]) => state !== 'verified')).toEqual([]);
    expect(told.map(([name]) => name)).toEqual(
      expect.arrayContaining(['\\xff\\xfe./\\xff\\xfe.', '\\xc3', 'a\\x5cxff']),
    );
    expect(await readFile(below('x', odd, odd), 'utf8')).toBe('odd');
    expect((await readFile(below('x', Buffer.from([0xc3])))).length).toBe(3_000_000);
    expect(await readFile(at('x', 'a\\xff'), 'utf8')).toBe('looks odd');
  });
  it('empty folders are made, and folders keep their times', async () => {
    await mkdir(at('card', 'AUDIO', 'deep', 'empty'), { recursive: true });
    const old = new Date('2027-03-18T06:30:00Z');
    await utimes(at('card', 'AUDIO', 'deep', 'empty'), old, old);
    await utimes(at('card', 'CLIPS'), old, old);
    const outcomes = await offload(at('card'), to('x', 'y'));
    expect(outcomes.every((o) => o.state === 'verified')).toBe(true);
    for (const drive of ['x', 'y']) {
      expect((await stat(at(drive, 'AUDIO', 'deep', 'empty'))).mtimeMs).toBe(old.getTime());
      expect((await stat(at(drive, 'CLIPS'))).mtimeMs).toBe(old.getTime());
    }
  });
  it('a source that gives other bytes the second time fails, and nothing of that file is left', async () => {
    const outcomes = await offload(at('card'), to('x'), {}, undefined, {
      verifySource: true,
      faults: { flips: 'later' },
    });
    expect(outcomes.filter((o) => o.failure?.includes('different bytes when it was read again'))).toHaveLength(1);
    expect(outcomes.filter((o) => o.state === 'verified')).toHaveLength(2);
    expect((await readdir(at('x'), { recursive: true })).filter((n) => n.endsWith('.part'))).toEqual([]);
  });
  it('a file that is still being written is no copy of anything', async () => {
    let changed = false;
    const outcomes = await offload(at('card'), to('x'), {
      onProgress: ({ doneBytes }) => {
        if (changed || doneBytes < 4_000_000) return;
        changed = true;
        writeFileSync(at('card', 'CLIPS', 'A001_C001.mov'), Buffer.alloc(9_000_000, 8));
      },
    });
    expect(outcomes.find((o) => o.path.endsWith('.mov'))?.failure).toMatch(/changed on the card while it was copied/);
    expect(await readdir(at('x', 'CLIPS'))).toEqual([]);
  });
});
