import { beforeEach, describe, expect, it, vi } from 'vitest';
import { clockWords, hearHouse, onEpoch, useHouse } from './house.ts';

const kept = new Map<string, string>();
vi.stubGlobal('localStorage', {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
});
const answer = (now: number | null, epoch: string | null = null) =>
  new Headers({
    ...(now === null ? {} : { 'x-kavrell-now': String(now) }),
    ...(epoch ? { 'x-kavrell-epoch': epoch } : {}),
  });
beforeEach(() => kept.clear());

describe('the clock of this device', () => {
  it('is held against the server’s by the quickest answer of late', () => {
    hearHouse(answer(3_600_000 + 1050), 1000, 1100);
    expect(useHouse.getState().clockOffsetMs).toBe(3_600_000);
    // A slow answer says less.
    hearHouse(answer(3_600_000 + 9000), 2000, 6000);
    expect(useHouse.getState().clockOffsetMs).toBe(3_600_000);
    // Ten minutes later it says more than one of before: the clock may have been set.
    hearHouse(answer(700_500), 700_000, 701_000);
    expect(useHouse.getState().clockOffsetMs).toBe(0);
  });
  it('off by minutes or hours is said in words, nearly right is not', () => {
    expect(clockWords(null)).toBeNull();
    expect(clockWords(59_000)).toBeNull();
    expect(clockWords(-3 * 3_600_000 - 120_000)).toMatch(/3\u00a0h 2\u00a0min ahead of/);
    expect(clockWords(300_000)).toMatch(/5\u00a0min behind/);
  });
});

describe('a server that was restored', () => {
  it('is noticed once, and the first one heard of is no other', () => {
    const restored = vi.fn();
    onEpoch(restored);
    hearHouse(answer(null, 'one'), 0, 1);
    hearHouse(answer(null, 'one'), 0, 1);
    expect(restored).not.toHaveBeenCalled();
    hearHouse(answer(null, 'two'), 0, 1);
    hearHouse(answer(null, 'two'), 0, 1);
    expect(restored).toHaveBeenCalledTimes(1);
  });
  it('is noticed on a device that keeps nothing, whose answers are answers all the same', () => {
    const full = () => {
      throw new Error('full');
    };
    vi.stubGlobal('localStorage', { getItem: full, setItem: full });
    const restored = vi.fn();
    onEpoch(restored);
    hearHouse(answer(null, 'three'), 0, 1);
    restored.mockClear();
    hearHouse(answer(null, 'three'), 0, 1);
    expect(restored).not.toHaveBeenCalled();
    hearHouse(answer(null, 'four'), 0, 1);
    expect(restored).toHaveBeenCalledTimes(1);
  });
});
