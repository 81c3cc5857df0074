import { randomBytes } from 'node:crypto';
import {
  existsSync,
  linkSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { OPEN_GATE, simulatedGate, type Gate } from './gate.ts';
import { hashOf } from './hash.ts';
import { Writer, isPart, partName, type PutFile, type Wanted } from './writer.ts';

let root = '';
const at = (...names: string[]) => path.join(root, ...names);
beforeEach(() => {
  root = mkdtempSync(path.join(os.tmpdir(), 'kavrell-writer-'));
});
afterEach(() => rmSync(root, { recursive: true, force: true }));

const writer = (gate: Gate = OPEN_GATE) => new Writer(root, 'xxh64', gate, () => undefined);
const MODIFIED = Date.UTC(2027, 2, 18, 9, 30);
const wanted = (name: string, bytes: Buffer): Wanted => ({
  path: name,
  sizeBytes: bytes.length,
  modifiedMs: MODIFIED,
  hash: hashOf('xxh64', bytes),
});
async function writeLarge(by: Writer, name: string, bytes: Buffer, step = 1024 * 1024, as = name) {
  by.open(name);
  for (let done = 0; done < bytes.length; done += step) by.write(bytes.subarray(done, done + step));
  return by.finish({ ...wanted(name, bytes), path: as });
}
function putAll(by: Writer, files: Record<string, Buffer>) {
  let next = 0;
  const list = Object.entries(files).map(([name, bytes]): PutFile => {
    next += bytes.length;
    return { ...wanted(name, bytes), at: next - bytes.length, bytes: bytes.length };
  });
  return by.put(list, Buffer.concat(Object.values(files)));
}
const parts = () => readdirSync(root, { recursive: true, encoding: 'utf8' }).filter(isPart);

describe('a large file', () => {
  it.each([1_500_000, 2 * 1024 * 1024, 4096 * 3 + 1, 3_000_512])(
    'of %i bytes is whole, with its time',
    async (size) => {
      const bytes = randomBytes(size);
      expect(await writeLarge(writer(), 'a/b/f.mov', bytes)).toMatchObject({ state: 'verified', failure: null });
      expect(readFileSync(at('a/b/f.mov')).equals(bytes)).toBe(true);
      expect(statSync(at('a/b/f.mov')).mtimeMs).toBe(MODIFIED);
      expect(parts()).toEqual([]);
    },
  );
  it('has its name only when it was compared', async () => {
    const by = writer();
    by.open('f.mov');
    by.write(randomBytes(5000));
    expect(existsSync(at('f.mov'))).toBe(false);
    expect(parts()).toEqual([partName('f.mov')]);
    const bad = await by.finish(wanted('f.mov', randomBytes(5000)));
    expect(bad).toMatchObject({ state: 'failed', failure: expect.stringMatching(/not what was written/) });
    expect(readdirSync(root)).toEqual([]);
  });
  it('given up and begun again has only the bytes of the second time', async () => {
    const by = writer();
    by.open('f.mov');
    by.write(randomBytes(8192));
    const bytes = randomBytes(4096);
    expect(await writeLarge(by, 'f.mov', bytes)).toMatchObject({ state: 'verified' });
    expect(readFileSync(at('f.mov')).equals(bytes)).toBe(true);
  });
  it('the next may be written while one is checked', async () => {
    const by = writer();
    const [one, two] = [randomBytes(3_000_000), randomBytes(2_000_000)];
    const results = await Promise.all([writeLarge(by, 'one', one), writeLarge(by, 'two', two)]);
    expect(results.map((r) => r.state)).toEqual(['verified', 'verified']);
    expect(readFileSync(at('two')).equals(two)).toBe(true);
  });
  it('damaged, it gets the name that says so, and never takes the place of a whole one', async () => {
    const bytes = randomBytes(10_000);
    expect(await writeLarge(writer(), 'f.mov', bytes, 4096, 'f.mov.damaged')).toMatchObject({ state: 'verified' });
    expect(readdirSync(root)).toEqual(['f.mov.damaged']);
    expect(await writeLarge(writer(), 'f.mov', bytes, 4096, 'f.mov.damaged')).toMatchObject({ state: 'skipped' });
    writeFileSync(at('f.mov'), 'whole');
    const refused = await writeLarge(writer(), 'f.mov', bytes, 4096, 'f.mov.damaged');
    expect(refused.failure).toMatch(/Another file of this name/);
    expect(readFileSync(at('f.mov'), 'utf8')).toBe('whole');
    expect(parts()).toEqual([]);
  });
  it('stopped in the midst leaves nothing', async () => {
    const by = writer();
    by.open('f.mov');
    by.write(randomBytes(8192));
    await by.end();
    expect(readdirSync(root)).toEqual([]);
  });
});

describe('what is there already', () => {
  const bytes = randomBytes(5000);
  it('the same file is compared and left; another is left and named', async () => {
    writeFileSync(at('same'), bytes);
    writeFileSync(at('other'), 'something else');
    const { ino } = statSync(at('same'));
    const results = await putAll(writer(), { same: bytes, other: bytes, new: bytes });
    expect(results.map((r) => r.state)).toEqual(['skipped', 'failed', 'verified']);
    expect(statSync(at('same')).ino).toBe(ino);
    expect(readFileSync(at('other'), 'utf8')).toBe('something else');
  });
  it('one that is longer, or shorter, by a byte is another file', async () => {
    writeFileSync(at('longer'), Buffer.concat([bytes, Buffer.from('x')]));
    writeFileSync(at('shorter'), bytes.subarray(1));
    const results = await putAll(writer(), { longer: bytes, shorter: bytes });
    expect(results.map((r) => r.state)).toEqual(['failed', 'failed']);
  });
  it('a link is no copy, even when it leads to the very bytes; a folder is none either', async () => {
    writeFileSync(at('card.mov'), bytes);
    symlinkSync(at('card.mov'), at('link.mov'));
    symlinkSync(at('nowhere'), at('dangling.mov'));
    mkdirSync(at('folder.mov'));
    const results = await putAll(writer(), { 'link.mov': bytes, 'dangling.mov': bytes, 'folder.mov': bytes });
    expect(results.map((r) => r.failure)).toEqual(Array(3).fill(expect.stringMatching(/Another file of this name/)));
    const by = writer();
    expect(() => by.open('link.mov')).toThrow(/Another file of this name/);
    expect(parts()).toEqual([]);
  });
  it('a file that comes while ours is checked is not replaced', async () => {
    const meddling: Gate = {
      ...OPEN_GATE,
      reading: (file) => {
        if (file.endsWith('.part') && !existsSync(at('f'))) writeFileSync(at('f'), 'somebody else’s');
      },
    };
    expect((await putAll(writer(meddling), { f: bytes }))[0]!.failure).toMatch(/Another file of this name/);
    expect(readFileSync(at('f'), 'utf8')).toBe('somebody else’s');
    expect(parts()).toEqual([]);
  });
  it('a hard link to another name is a file like any other', async () => {
    writeFileSync(at('one'), bytes);
    linkSync(at('one'), at('two'));
    expect((await putAll(writer(), { two: bytes }))[0]!.state).toBe('skipped');
  });
});

describe('small files at once', () => {
  it('by the hundred, in many folders, each whole and timed', async () => {
    const files = Object.fromEntries(
      Array.from({ length: 300 }, (_, i) => [`F${i % 7}/n${i}.xml`, randomBytes(i * 13)]),
    );
    const by = writer();
    const half = Object.entries(files);
    const results = (
      await Promise.all([
        putAll(by, Object.fromEntries(half.slice(0, 150))),
        putAll(by, Object.fromEntries(half.slice(150))),
      ])
    ).flat();
    expect(new Set(results.map((r) => r.state))).toEqual(new Set(['verified']));
    for (const [name, bytes] of half) {
      expect(readFileSync(at(name)).equals(bytes), name).toBe(true);
      expect(statSync(at(name)).mtimeMs).toBe(MODIFIED);
    }
    expect(parts()).toEqual([]);
  });
  it('when the drive fills up, those that fitted stand and the rest are named', async () => {
    const files = Object.fromEntries(Array.from({ length: 10 }, (_, i) => [`n${i}`, randomBytes(1000)]));
    const results = await putAll(writer(simulatedGate({ fullAtBytes: 4500 })), files);
    expect(results.map((r) => r.code)).toEqual([null, null, null, null, ...Array<string>(6).fill('ENOSPC')]);
    expect(readdirSync(root).sort()).toEqual(['n0', 'n1', 'n2', 'n3']);
  });
  it('a bit that turned on the way is found in its file alone', async () => {
    const files = Object.fromEntries(Array.from({ length: 10 }, (_, i) => [`n${i}`, randomBytes(1000)]));
    const results = await putAll(writer(simulatedGate({ flips: 'write' })), files);
    expect(results.map((r) => r.state)).toEqual(['failed', ...Array<string>(9).fill('verified')]);
    expect(existsSync(at('n0'))).toBe(false);
  });
});
