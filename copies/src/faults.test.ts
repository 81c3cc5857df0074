import { randomBytes } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { readMhl } from '@kavrell/core/formats';
import { damagedName } from './damage.ts';
import {
  allVerified,
  ingest,
  isSound,
  offload,
  readHistory,
  verifyFolder,
  type Faults,
  type FileOutcome,
} from './index.ts';
import { SLOT_BYTES } from './slots.ts';

// Disks of busy machines take their time.
vi.setConfig({ testTimeout: 60_000 });

const MB = 1_000_000;
let root = '';
const at = (...names: string[]) => path.join(root, ...names);
beforeEach(async () => {
  root = await mkdtemp(path.join(os.tmpdir(), 'kavrell-faults-'));
  await mkdir(at('A001', 'CLIPS'), { recursive: true });
  for (let i = 0; i < 6; i += 1) await writeFile(at('A001', 'CLIPS', `C${i}.mov`), randomBytes(5 * MB + i));
  for (let i = 0; i < 20; i += 1) await writeFile(at('A001', `S${i}.xml`), randomBytes(9000 + i));
  for (const place of ['x', 'y']) await mkdir(at(place));
});
afterEach(() => rm(root, { recursive: true, force: true }));

const equal = (a: string, b: string) => readFileSync(a).equals(readFileSync(b));
const names = (folder: string) => readdirSync(folder, { recursive: true, encoding: 'utf8' });
const of = (outcomes: readonly FileOutcome[], id: string) => outcomes.filter((o) => o.destinationId === id);
/** Copies to x with the faults, and to y without. */
const copy = (faults: Faults, options: Parameters<typeof offload>[4] = {}) =>
  offload(
    at('A001'),
    [
      { id: 'x', root: at('x'), faults },
      { id: 'y', root: at('y') },
    ],
    {},
    undefined,
    options,
  );
const yIsWhole = (outcomes: readonly FileOutcome[]) => {
  expect(of(outcomes, 'y')).toHaveLength(26);
  expect(of(outcomes, 'y').every((o) => o.state === 'verified')).toBe(true);
};
/** Whatever happened: what has a final name is whole. */
const finalNamesAreWhole = (place: string) => {
  for (const name of names(at(place)))
    if (/^[CS].*\.(mov|xml)$/.test(name)) expect(equal(at(place, name), at('A001', name)), name).toBe(true);
};

describe('a drive that fails, fails alone', () => {
  it.each([
    ['full', { fullAtBytes: 12 * MB }, 'The drive is full.'],
    ['pulled', { pulledAtBytes: 12 * MB }, 'The drive is gone.'],
  ] as const)('%s in the midst: named for every file it lacks, and not tried again', async (_, faults, words) => {
    const outcomes = await copy(faults);
    const failed = of(outcomes, 'x').filter((o) => o.state === 'failed');
    expect(failed.length).toBeGreaterThan(2);
    // No file is unspoken of: what did not fail was read back. A full drive keeps what it has; with a pulled one everything
    // that was written, but not yet read back, is lost too, which on a busy machine may be all of it.
    expect(of(outcomes, 'x')).toHaveLength(26);
    expect(of(outcomes, 'x').filter((o) => o.state === 'verified')).toHaveLength(26 - failed.length);
    if ('fullAtBytes' in faults) expect(failed.length).toBeLessThan(26);
    expect(new Set(failed.map((o) => o.failure))).toEqual(new Set([words]));
    finalNamesAreWhole('x');
    yIsWhole(outcomes);
  });
  it('one bit other than written: the file is refused by its name, and the drive told off', async () => {
    const outcomes = await copy({ flips: 'write' });
    const failed = of(outcomes, 'x').filter((o) => o.state === 'failed');
    expect(failed.map((o) => o.failure)).toEqual([
      'What was read back is not what was written: do not trust this drive.',
    ]);
    finalNamesAreWhole('x');
    expect(names(at('x')).filter((n) => n.endsWith('.part'))).toEqual([]);
    yIsWhole(outcomes);
  });
  it('that hangs is given up, and the others are long done', async () => {
    const outcomes = await copy({ stallsAtBytes: 7 * MB }, { stallMs: 3000, patienceMs: 200 });
    const failed = of(outcomes, 'x').filter((o) => o.state === 'failed');
    expect(failed.length).toBeGreaterThan(3);
    expect(failed.every((o) => /The drive gave no sign of life for 3\u00a0s/.test(o.failure ?? ''))).toBe(true);
    yIsWhole(outcomes);
  });
  it('that is much slower goes on by itself, loses nothing, and holds nobody up', async () => {
    let yDone = -1;
    const outcomes = await offload(
      at('A001'),
      [
        { id: 'x', root: at('x'), faults: { bytesPerSecond: 12 * MB } },
        { id: 'y', root: at('y') },
      ],
      {
        onProgress: ({ places, totalFiles }) => {
          const [x, y] = places;
          if (yDone < 0 && y!.settledFiles === totalFiles) yDone = x!.settledFiles;
          if (yDone >= 0) expect(x!.behind).toBe(true);
        },
      },
      undefined,
      { patienceMs: 50 },
    );
    expect(outcomes.filter((o) => o.state !== 'verified')).toEqual([]);
    expect(outcomes).toHaveLength(52);
    expect(yDone).toBeGreaterThanOrEqual(0);
    expect(yDone).toBeLessThan(26);
    finalNamesAreWhole('x');
    expect(names(at('x')).filter((n) => n.endsWith('.part'))).toEqual([]);
  });
});

describe('a card that can’t be read whole', () => {
  const bad = SLOT_BYTES + 123_456;
  // The bad block lies in the file's second slot.
  beforeEach(() => writeFile(at('A001', 'CLIPS', 'C0.mov'), randomBytes(SLOT_BYTES + MB)));
  it('gives what it can: the rest under a name that says so, the damage by byte', async () => {
    const result = await ingest(at('A001'), [at('x'), at('y')], { faults: { source: { unreadableAtByte: bad } } });
    expect(allVerified(result)).toBe(false);
    for (const place of result.places) {
      expect(place.copied).toHaveLength(25);
      const [failure] = place.failed;
      const { from, to } = failure!.damage![0]!;
      expect(failure).toMatchObject({ path: 'CLIPS/C0.mov', savedAs: 'CLIPS/C0.mov.damaged' });
      expect(failure!.damage).toHaveLength(1);
      expect(from).toBeLessThanOrEqual(bad);
      expect(to).toBeGreaterThan(bad);
      expect(to - from).toBeLessThanOrEqual(8192);
      expect(failure!.reason).toBe(
        `The card can’t be read at bytes ${from} to ${to - 1}. The rest is saved as C0.mov.damaged.`,
      );
      const saved = readFileSync(path.join(place.root, 'CLIPS', 'C0.mov.damaged'));
      const whole = readFileSync(at('A001', 'CLIPS', 'C0.mov'));
      whole.fill(0, from, to);
      expect(saved.equals(whole)).toBe(true);
      expect(names(place.root)).not.toContain('CLIPS/C0.mov');
      // What was saved is listed as what it is, so that it too can be checked.
      expect(isSound(await verifyFolder(place.root))).toBe(true);
    }
    // Another reader gives all of it: then it is copied.
    const again = await ingest(at('A001'), [at('x')]);
    expect(allVerified(again)).toBe(true);
    expect(again.places[0]!.copied.map((c) => c.path)).toEqual(['CLIPS/C0.mov']);
  });
  it('a small file too, and a damaged name stays within 255 bytes', async () => {
    const result = await ingest(at('A001'), [at('x')], { faults: { source: { unreadableAtByte: 5000 } } });
    expect(result.places[0]!.failed).toMatchObject([
      { damage: [{ from: 4096 }], savedAs: expect.stringMatching(/damaged$/) },
    ]);
    const long = damagedName(`a/${'é'.repeat(125)}.mov`);
    expect(Buffer.byteLength(path.basename(long))).toBeLessThanOrEqual(255);
    expect(long).toMatch(/^a\/é+\.damaged$/);
  });
  it('pulled in the midst: what was copied stands, the rest is named', async () => {
    const result = await ingest(at('A001'), [at('x')], { faults: { source: { pulledAtBytes: 11 * MB } } });
    const [place] = result.places;
    expect(place!.failed.length + place!.copied.length).toBe(26);
    expect(place!.copied.length).toBeGreaterThan(19);
    expect(place!.failed.at(-1)!.reason).toBe('The card is gone.');
    finalNamesAreWhole('x/A001');
    const again = await ingest(at('A001'), [at('x')]);
    expect(again.places[0]!.skipped).toHaveLength(place!.copied.length);
    expect(allVerified(again)).toBe(true);
  });
});

describe('lists over generations', () => {
  it('a renamed file keeps its history, a missing and a new one are told', async () => {
    await ingest(at('A001'), [at('x')]);
    const copied = at('x', 'A001');
    await writeFile(path.join(copied, 'new.txt'), 'new');
    await rm(path.join(copied, 'S3.xml'));
    await writeFile(path.join(copied, 'renamed.xml'), readFileSync(path.join(copied, 'S4.xml')));
    await rm(path.join(copied, 'S4.xml'));
    const result = await ingest(copied, [at('y')]);
    expect(result.sourceMissing).toEqual(['S3.xml']);
    expect(result.sourceChanged).toEqual([]);
    expect(allVerified(result)).toBe(false);
    const list = (await readHistory(at('y', 'A001'))).lists.at(-1);
    const listed = list!.files.find((f) => f.path === 'renamed.xml');
    expect(listed).toMatchObject({ previousPath: 'S4.xml', hashes: [{ action: 'verified' }] });
    expect(list!.files.find((f) => f.path === 'new.txt')!.hashes[0]!.action).toBe('original');
    const file = names(at('y', 'A001', 'ascmhl'))
      .filter((n) => n.endsWith('.mhl'))
      .sort()
      .at(-1);
    const read = readMhl(readFileSync(at('y', 'A001', 'ascmhl', file!), 'utf8'));
    expect(read.files.find((f) => f.path === 'renamed.xml')?.previousPath).toBe('S4.xml');
  });
  it('names that match a pattern are neither copied nor missed, and it is said', async () => {
    await writeFile(at('A001', 'CLIPS', '.index'), 'x');
    const result = await ingest(at('A001'), [at('x')], { ignore: ['.index', 'S1*.xml'] });
    expect(allVerified(result)).toBe(true);
    expect(result.leftOut).toHaveLength(12);
    expect(result.leftOut.find((l) => l.path === 'CLIPS/.index')?.reason).toBe('left out by the pattern “.index”');
    expect(names(at('x', 'A001'))).not.toContain('S11.xml');
    await writeFile(at('x', 'A001', '.index'), 'made by a file browser');
    await writeFile(at('x', 'A001', 'stranger'), '');
    expect((await verifyFolder(at('x', 'A001'))).extra).toEqual(['stranger']);
  });
  it('a bit that turns later is found when the copy is read again', async () => {
    await ingest(at('A001'), [at('x')]);
    const found = await verifyFolder(at('x', 'A001'), { faults: { flips: 'later' } });
    expect(found.changed).toHaveLength(1);
    expect(found.verified).toBe(25);
  });
});
