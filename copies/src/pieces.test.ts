import { describe, expect, it } from 'vitest';
import { damageWords, damagedName } from './damage.ts';
import { OPEN_GATE, simulatedGate } from './gate.ts';
import { filesOf, itemsOf } from './items.ts';
import { inLanes } from './lanes.ts';
import { endsDrive, wordsOf } from './outcome.ts';
import { matcher } from './patterns.ts';
import { SLOT_BYTES, SlotPool, slotOf } from './slots.ts';

const thrown = (work: () => unknown) => {
  try {
    work();
    return null;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code;
  }
};

describe('slots', () => {
  it('one that several hold is free when the last gives it back, and those who wait get it in turn', async () => {
    const pool = new SlotPool(1);
    const slot = await pool.take();
    pool.hold(slot);
    const order: string[] = [];
    const first = pool.take().then(() => order.push('first'));
    void pool.take().then(() => order.push('second'));
    pool.release(slot);
    await Promise.resolve();
    expect(order).toEqual([]);
    pool.release(slot);
    await first;
    expect(order).toEqual(['first']);
    pool.release(slot);
    await new Promise((settle) => setImmediate(settle));
    expect(order).toEqual(['first', 'second']);
  });
  it('do not overlap, and each begins at a page', () => {
    const pool = new SlotPool(3);
    for (let i = 0; i < 3; i += 1) slotOf(pool.memory, i).fill(i + 1);
    for (let i = 0; i < 3; i += 1) {
      const slot = slotOf(pool.memory, i);
      expect([slot.length, slot[0], slot.at(-1), slot.byteOffset % 4096]).toEqual([SLOT_BYTES, i + 1, i + 1, 0]);
    }
  });
});

describe('lanes', () => {
  it('work on all items, no more at once than there are lanes', async () => {
    let now = 0;
    let most = 0;
    const done: number[] = [];
    const gates: (() => void)[] = [];
    const work = inLanes([5, 1, 4, 2, 3], 2, async (_item, index) => {
      now += 1;
      most = Math.max(most, now);
      // The last begun ends first, as soon as both lanes have something.
      await new Promise<void>((settle) => (now < 2 && index < 4 ? gates.push(settle) : settle()));
      gates.pop()?.();
      now -= 1;
      done.push(index);
    });
    await work;
    expect(most).toBe(2);
    expect(done.sort()).toEqual([0, 1, 2, 3, 4]);
  });
  it('when one fails the others end what they began, and it is thrown', async () => {
    const ended: number[] = [];
    let open: () => void = () => undefined;
    const gate = new Promise<void>((settle) => (open = settle));
    const work = inLanes([1, 2], 2, async (item) => {
      if (item === 1) throw new Error('no');
      await gate;
      ended.push(item);
    });
    open();
    await expect(work).rejects.toThrow('no');
    expect(ended).toEqual([2]);
  });
});

describe('items', () => {
  const file = (path: string, sizeBytes: number) => ({ path, sizeBytes, modifiedMs: 0 });
  it('small files first, packed so that they fit a slot; every file once', () => {
    const files = [
      file('big1', 5e6),
      ...Array.from({ length: 1200 }, (_, i) => file(`s${i}`, i % 3 === 0 ? 9000 : 100)),
      file('big2', 1024 * 1024 + 1),
      file('edge', 1024 * 1024),
    ];
    const items = itemsOf(files);
    expect(
      items
        .flatMap(filesOf)
        .map((f) => f.path)
        .sort(),
    ).toEqual(files.map((f) => f.path).sort());
    for (const item of items)
      if ('small' in item) {
        expect(item.small.length).toBeLessThanOrEqual(512);
        expect(item.small.reduce((t, f) => t + f.sizeBytes, 0)).toBeLessThanOrEqual(SLOT_BYTES);
      }
    expect(items.slice(-2)).toEqual([{ large: files[0] }, { large: files[1201] }]);
  });
  it('nothing is nothing', () => expect(itemsOf([])).toEqual([]));
});

describe('simulated devices', () => {
  it('are pulled, full and unreadable where they were told to be', () => {
    const pulled = simulatedGate({ pulledAtBytes: 10 });
    expect(thrown(() => pulled.writing(Buffer.alloc(10)))).toBeNull();
    expect(thrown(() => pulled.touch())).toBe('ENODEV');
    expect(thrown(() => pulled.reading('f', 0, Buffer.alloc(1)))).toBe('ENODEV');
    const full = simulatedGate({ fullAtBytes: 10 });
    expect(thrown(() => full.writing(Buffer.alloc(10)))).toBeNull();
    expect(thrown(() => full.writing(Buffer.alloc(1)))).toBe('ENOSPC');
    expect(thrown(() => full.reading('f', 0, Buffer.alloc(100)))).toBeNull();
    const bad = simulatedGate({ unreadableAtByte: 5000 });
    expect(thrown(() => bad.reading('f', 0, Buffer.alloc(5000)))).toBeNull();
    expect(thrown(() => bad.reading('f', 4999, Buffer.alloc(2)))).toBe('EIO');
    expect(thrown(() => bad.reading('another', 4999, Buffer.alloc(2)))).toBeNull();
  });
  it('turn one bit, once, and never the bytes that are still on the card', () => {
    const gate = simulatedGate({ flips: 'write' });
    const bytes = Buffer.alloc(100);
    const changed = [gate.writing(bytes), gate.writing(bytes)].map((b) => b.filter((x) => x !== 0).length);
    expect(changed).toEqual([1, 0]);
    expect(bytes.every((b) => b === 0)).toBe(true);
    const later = simulatedGate({ flips: 'later' });
    const [half, whole] = [Buffer.alloc(10), Buffer.alloc(10)];
    later.reading('x/.0123456789abcdef.part', 0, half);
    later.reading('x/f.mov', 0, whole);
    expect([half, whole].map((b) => b.filter((x) => x !== 0).length)).toEqual([0, 1]);
  });
  it('a slow one takes its time', () => {
    const gate = simulatedGate({ bytesPerSecond: 1000 });
    const before = performance.now();
    gate.writing(Buffer.alloc(50));
    expect(performance.now() - before).toBeGreaterThanOrEqual(45);
  });
  it('an open gate does nothing', () => {
    const bytes = Buffer.from('abc');
    expect(OPEN_GATE.writing(bytes)).toBe(bytes);
    OPEN_GATE.reading('f', 0, bytes);
    expect(bytes.toString()).toBe('abc');
  });
});

describe('patterns', () => {
  it('are those of ignore files, and say which one it was', () => {
    const by = matcher(['*.tmp', 'cache/', '/top.txt', '!keep.tmp']);
    expect(['a/b.tmp', 'a/cache/x.mov', 'cache/', 'top.txt'].map(by)).toEqual([
      '*.tmp',
      'cache/',
      'cache/',
      '/top.txt',
    ]);
    expect(['a/keep.tmp', 'a/top.txt', 'cache', 'x.mov'].map(by)).toEqual([null, null, null, null]);
    expect(matcher([])('anything')).toBeNull();
  });
});

describe('words', () => {
  const error = (code: string) => Object.assign(new Error(code), { code });
  it('name the device and what became of it', () => {
    expect(wordsOf(error('ENOSPC'))).toBe('The drive is full.');
    expect(wordsOf(error('ENODEV'), 'The card')).toBe('The card is gone.');
    expect(wordsOf(error('EACCES'), 'The card')).toBe('It may not be read.');
    expect(wordsOf(new Error('Something else.'))).toBe('Something else.');
    expect(['ENOSPC', 'EROFS', 'ENODEV', 'STALLED'].every(endsDrive)).toBe(true);
    expect([null, 'EIO', 'ENAMETOOLONG', 'ENOENT'].some(endsDrive)).toBe(false);
  });
  it('tell damage by byte, the first few', () => {
    const gaps = [0, 1, 2, 3, 4].map((i) => ({ from: i * 10_000, to: i * 10_000 + 4096 }));
    expect(damageWords(gaps, 'a/f.mov.damaged')).toBe(
      'The card can’t be read at bytes 0 to 4095, 10000 to 14095, 20000 to 24095 and 2 more stretches. The rest is saved as f.mov.damaged.',
    );
    expect(damageWords(gaps.slice(0, 1), null)).toMatch(/Nothing of it can be saved\.$/);
    expect(damagedName('f.mov')).toBe('f.mov.damaged');
  });
});
