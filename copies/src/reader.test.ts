import { randomBytes } from 'node:crypto';
import { mkdtempSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { OPEN_GATE, type Gate } from './gate.ts';
import { hashOf } from './hash.ts';
import type { ByteRange } from './outcome.ts';
import { Reader } from './reader.ts';
import type { SourceFile } from './walk.ts';

const SECTOR = 4096;
const WIDEST = 128 * 1024;
let root = '';
beforeEach(() => {
  root = mkdtempSync(path.join(os.tmpdir(), 'kavrell-reader-'));
});
afterEach(() => rmSync(root, { recursive: true, force: true }));

function make(name: string, bytes: Buffer): SourceFile {
  writeFileSync(path.join(root, name), bytes);
  return { path: name, sizeBytes: bytes.length, modifiedMs: statSync(path.join(root, name)).mtimeMs };
}
/** A card on which these bytes can't be read. `failed` counts the readings that it could not do. */
function badCard(ranges: readonly ByteRange[]): Gate & { failed: number } {
  return {
    ...OPEN_GATE,
    failed: 0,
    reading(_file, at, bytes) {
      if (!ranges.some((r) => at < r.to && at + bytes.length > r.from)) return;
      this.failed += 1;
      throw Object.assign(new Error('EIO: i/o error'), { code: 'EIO' });
    },
  };
}
const reader = (gate: Gate = OPEN_GATE) => new Reader(root, ['xxh64', 'md5'], gate, () => undefined);
function readAll(by: Reader, file: SourceFile, slotBytes = 2 * 1024 * 1024) {
  const slot = Buffer.alloc(slotBytes);
  const read: Buffer[] = [];
  by.open(file);
  for (let end = false; !end;) {
    const filled = by.fill(slot);
    read.push(Buffer.from(slot.subarray(0, filled.bytes)));
    end = filled.end;
  }
  return { bytes: Buffer.concat(read), ...by.close() };
}
const lostBytes = (damage: readonly ByteRange[]) => damage.reduce((t, d) => t + d.to - d.from, 0);

describe('a card that can be read', () => {
  it.each([0, 1, SECTOR, 2 * 1024 * 1024, 2 * 1024 * 1024 + 1, 5_000_001])('gives all of %i bytes', (size) => {
    const bytes = randomBytes(size);
    const { hashes, damage, failure, ...read } = readAll(reader(), make('f', bytes));
    expect(read.bytes.equals(bytes)).toBe(true);
    expect({ damage, failure }).toEqual({ damage: [], failure: null });
    expect(hashes).toEqual({ xxh64: hashOf('xxh64', bytes), md5: hashOf('md5', bytes) });
  });
  it('gives small files one behind the other, each with its hashes', async () => {
    const contents = [randomBytes(9000), Buffer.alloc(0), randomBytes(1), randomBytes(4096)];
    const files = contents.map((bytes, i) => make(`f${i}`, bytes));
    const slot = Buffer.alloc(20_000);
    const packed = await reader().pack(files, slot);
    for (const [i, p] of packed.entries()) {
      expect(slot.subarray(p.at, p.at + p.bytes).equals(contents[i]!)).toBe(true);
      expect(p.hashes.xxh64).toBe(hashOf('xxh64', contents[i]!));
      expect(p.failure).toBeNull();
    }
  });
});

describe('a card that can’t be read everywhere', () => {
  const size = 6_000_000;
  const bytes = randomBytes(size);
  /** Whatever is bad: nothing bad is called good, all that is called good is right, and the rest is zeros. */
  function holds(bad: readonly ByteRange[], got: ReturnType<typeof readAll>) {
    const expected = Buffer.from(bytes);
    for (const { from, to } of got.damage) expected.fill(0, from, to);
    expect(got.bytes.equals(expected)).toBe(true);
    for (const { from, to } of bad)
      expect(got.damage.some((d) => d.from <= from && d.to >= Math.min(to, size))).toBe(true);
  }
  it('one bad sector costs one sector', () => {
    const bad = [{ from: 3_000_000, to: 3_000_001 }];
    const got = readAll(reader(badCard(bad)), make('f', bytes));
    holds(bad, got);
    expect(lostBytes(got.damage)).toBe(SECTOR);
  });
  it('a long gap costs no more than itself and the sectors it begins and ends in, and few readings', () => {
    const bad = [{ from: 1_000_100, to: 3_500_300 }];
    const gate = badCard(bad);
    const got = readAll(reader(gate), make('f', bytes));
    holds(bad, got);
    expect(lostBytes(got.damage)).toBeLessThan(2_500_200 + 2 * SECTOR);
    // Sector by sector it would be more than six hundred.
    expect(gate.failed).toBeLessThan(90);
  });
  it('a card that gives nothing at all comes to an end', () => {
    const gate = badCard([{ from: 0, to: size }]);
    const got = readAll(reader(gate), make('f', bytes));
    expect(got.damage).toEqual([{ from: 0, to: size }]);
    expect(gate.failed).toBeLessThan(150);
  });
  it('is read right whatever is bad of it', () => {
    const file = make('f', bytes);
    const gap = fc
      .tuple(fc.integer({ min: 0, max: size - 1 }), fc.integer({ min: 1, max: 900_000 }))
      .map(([from, length]) => ({ from, to: Math.min(size, from + length) }));
    fc.assert(
      fc.property(fc.array(gap, { minLength: 1, maxLength: 5 }), (bad) => {
        const got = readAll(reader(badCard(bad)), file);
        holds(bad, got);
        expect(lostBytes(got.damage)).toBeLessThanOrEqual(
          bad.reduce((t, b) => t + b.to - b.from + 2 * SECTOR + WIDEST, 0),
        );
      }),
      { numRuns: 40 },
    );
  });
  it('in small files too', async () => {
    const file = make('f', bytes.subarray(0, 20_000));
    const [packed] = await reader(badCard([{ from: 5000, to: 5001 }])).pack([file], Buffer.alloc(20_000));
    expect(packed).toMatchObject({ damage: [{ from: 4096, to: 8192 }], bytes: 20_000, failure: null });
  });
});

describe('a file that is not as it was listed', () => {
  it('shorter, longer or newer: it is no copy of anything', async () => {
    const shorter = make('shorter', randomBytes(3_000_000));
    truncateSync(path.join(root, 'shorter'), 2_500_000);
    expect(readAll(reader(), shorter).failure).toMatch(/became shorter/);
    const longer = make('longer', randomBytes(3_000_000));
    truncateSync(path.join(root, 'longer'), 3_000_001);
    expect(readAll(reader(), longer).failure).toMatch(/changed on the card/);
    const small = make('small', Buffer.from('hello'));
    writeFileSync(path.join(root, 'small'), 'hell');
    const [packed] = await reader().pack([small], Buffer.alloc(10));
    expect(packed!.failure).toMatch(/became shorter/);
  });
  it('gone: said so, and the others of the batch are given', async () => {
    const [gone, here] = [make('gone', Buffer.from('x')), make('here', Buffer.from('y'))];
    rmSync(path.join(root, 'gone'));
    const packed = await reader().pack([gone, here], Buffer.alloc(10));
    expect(packed.map((p) => p.failure)).toEqual(['It is not there any more.', null]);
    expect(() => reader().open(gone)).toThrow(/ENOENT/);
  });
});
