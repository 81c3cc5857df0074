import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { usePress } from './usePress.ts';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('a press on Roll', () => {
  it('that bounces is one press; when it is over the next is taken', () => {
    const { result } = renderHook(() => usePress());
    const run = vi.fn();
    act(() => {
      result.current.once(run);
      // As quick as two keys: no drawing lies between them.
      result.current.once(run);
    });
    expect(run).toHaveBeenCalledTimes(1);
    expect(result.current.held).toBe(true);
    act(() => void vi.advanceTimersByTime(399));
    act(() => result.current.once(run));
    expect(run).toHaveBeenCalledTimes(1);
    act(() => void vi.advanceTimersByTime(1));
    expect(result.current.held).toBe(false);
    act(() => result.current.once(run));
    expect(run).toHaveBeenCalledTimes(2);
  });
  it('of a screen that was left holds nothing up', () => {
    const { result, unmount } = renderHook(() => usePress());
    act(() => result.current.once(() => undefined));
    unmount();
    expect(vi.getTimerCount()).toBe(0);
  });
});
