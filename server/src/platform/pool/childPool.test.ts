import { afterEach, describe, expect, it } from 'vitest';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { crc32 } from 'node:zlib';
import sharp from 'sharp';
import { readExactly } from '@kavrell/core/light';
import { surroundingsOf } from '@kavrell/core/productions';
import { ninthBell } from '@kavrell/demo';
import { ChildLost, ChildPool, OverBudget, TooManyAtOnce, WorkFailed, type PictureFacts } from './index.ts';

const ROOMY = { timeMs: 60_000, memoryMB: 1000 };
let pool: ChildPool | null = null;
const open = (more: Partial<{ size: number; perAsker: number; file: string }> = {}) =>
  (pool = new ChildPool({ file: process.env.KAVRELL_CHILD!, size: 2, perAsker: 2, idleMs: 1000, ...more }));
afterEach(() => pool?.stop());

/** A program that does what it is told by name, for what no real work does on purpose. */
function unruly(): string {
  const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-child-'));
  const file = path.join(dir, 'child.mjs');
  writeFileSync(
    file,
    `const held = [];
     process.on('message', ({ name }) => {
       if (name === 'spin') for (;;);
       if (name === 'grow') for (;;) held.push(Buffer.alloc(8e6, 1));
       if (name === 'die') process.exit(3);
       process.send({ value: process.pid });
     });
     process.on('disconnect', () => process.exit());`,
  );
  return file;
}
const told = (name: string) => ({ kind: 'calc' as const, name, input: null, timeMs: 1 });

describe('work in children', () => {
  it('is done, and refused in the work’s own words', async () => {
    const own = open();
    await expect(
      own.run({ kind: 'calc', name: 'clock.rejam', input: { ppm: 20, toleranceMs: 24 }, timeMs: 5000 }, ROOMY),
    ).resolves.toEqual({ minutes: 20 });
    const refused = own.run({ kind: 'calc', name: 'nothing', input: {}, timeMs: 5000 }, ROOMY);
    await expect(refused).rejects.toThrow(WorkFailed);
    await expect(refused).rejects.toMatchObject({ code: 'calc.unknown' });
  });
  it('reads a plan of light as the page itself would', async () => {
    let n = 0;
    const demo = ninthBell(() => `0190a000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`, '/media');
    const setup = demo.setups.find((s) => s.code === 'L6')!;
    const { plan, room, catalogue, daylight, settings } = surroundingsOf(demo, setup, demo.days[0]!);
    const asked = { plan, room, daylight, kit: demo.lightKit, settings };
    const read = await open().run({ kind: 'light', asked }, ROOMY);
    const here = readExactly({ plan, room, daylight, catalogue }, plan, settings);
    expect(read).toEqual(JSON.parse(JSON.stringify(here)));
  });
  it('beyond its time or memory is ended, and the next goes on in another child', async () => {
    const own = open({ file: unruly(), size: 1 });
    const first = await own.run<number>(told('who'), ROOMY);
    expect(await own.run<number>(told('who'), ROOMY)).toBe(first);
    await expect(own.run(told('spin'), { timeMs: 300, memoryMB: 1000 })).rejects.toThrow(OverBudget);
    await expect(own.run(told('grow'), { timeMs: 60_000, memoryMB: 200 })).rejects.toMatchObject({ over: 'memory' });
    await expect(own.run(told('die'), ROOMY)).rejects.toThrow(ChildLost);
    expect(await own.run<number>(told('who'), ROOMY)).not.toBe(first);
  });
  it('of one asker takes no more than its share; others are served', async () => {
    const own = open({ file: unruly(), size: 1 });
    const spin = own.run(told('spin'), { timeMs: 400, memoryMB: 1000 }, 'one').catch((error: unknown) => error);
    const second = own.run(told('who'), ROOMY, 'one');
    await expect(own.run(told('who'), ROOMY, 'one')).rejects.toThrow(TooManyAtOnce);
    await expect(own.run(told('who'), ROOMY, 'other')).resolves.toBeTypeOf('number');
    await spin;
    await second;
    await expect(own.run(told('who'), ROOMY, 'one')).resolves.toBeTypeOf('number');
  });
  it('that is many items at once is answered as far as the time goes', async () => {
    const items = Array.from({ length: 3 }, () => ({ ppm: 20, toleranceMs: 24 }));
    const answers = await open().run<Record<string, unknown>[]>(
      { kind: 'calc', name: 'clock.rejam', input: items, timeMs: 0 },
      ROOMY,
    );
    expect(answers).toHaveLength(3);
    expect(answers[2]).toMatchObject({ error: { code: 'budget.time' } });
  });
});

describe('pictures', () => {
  const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-picture-'));
  const at = (name: string) => path.join(dir, name);
  afterEach(() => undefined);
  const small = (name: string) =>
    open().run<PictureFacts>({ kind: 'picture', file: at(name), small: at(`${name}.small`) }, ROOMY);
  const plain = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: '#204060' } });

  it('are made small, and a large one costs no more memory than it may', async () => {
    await plain(3000, 2000).png().toFile(at('fine.png'));
    expect(await small('fine.png')).toEqual({ widthPx: 3000, heightPx: 2000 });
    expect(await sharp(at('fine.png.small')).metadata()).toMatchObject({ format: 'jpeg', width: 1600 });
  });
  it('of 14,000 by 14,000 are refused in words, not decoded', async () => {
    // Its head says so: what would follow is never looked at.
    const huge = await plain(10, 10).png().toBuffer();
    huge.writeUInt32BE(14_000, 16);
    huge.writeUInt32BE(14_000, 20);
    huge.writeUInt32BE(crc32(huge.subarray(12, 29)), 29);
    writeFileSync(at('huge.png'), huge);
    const refused = open().run(
      { kind: 'picture', file: at('huge.png'), small: at('huge.small') },
      { timeMs: 60_000, memoryMB: 300 },
    );
    await expect(refused).rejects.toThrow(/120 million pixels/);
  });
  it('that are broken are refused', async () => {
    await plain(900, 900).png().toFile(at('half.png'));
    writeFileSync(at('half.png'), readFileSync(at('half.png')).subarray(0, 900));
    await expect(small('half.png')).rejects.toThrow(/broken/);
    rmSync(dir, { recursive: true });
  });
});
