import { renderHook } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { useSome, useSteady } from './some.ts';

describe('some parts of a thing', () => {
  it('are the same object until one of them is another', () => {
    const shots = ['1A'];
    const { result, rerender } = renderHook(({ rows }) => useSome(rows, ['shots', 'people']), {
      initialProps: { rows: { shots, people: ['Oda'], takes: 0 } },
    });
    const first = result.current;
    expect(first).toEqual({ shots, people: ['Oda'] });
    rerender({ rows: { shots, people: first.people, takes: 1 } });
    expect(result.current).toBe(first);
    rerender({ rows: { shots: ['1A', '1B'], people: first.people, takes: 1 } });
    expect(result.current).toEqual({ shots: ['1A', '1B'], people: ['Oda'] });
  });
  it('of nothing are nothing, and there again when it is', () => {
    const { result, rerender } = renderHook(({ rows }) => useSome(rows, ['shots']), {
      initialProps: { rows: null as { shots: string[] } | null },
    });
    expect(result.current).toBeNull();
    rerender({ rows: { shots: [] } });
    expect(result.current).toEqual({ shots: [] });
    rerender({ rows: null });
    expect(result.current).toBeNull();
  });
  it('a value stays what it was until its key is another', () => {
    const { result, rerender } = renderHook(({ value, name }) => useSteady(value, name), {
      initialProps: { value: { n: 1 }, name: 'a' },
    });
    const first = result.current;
    rerender({ value: { n: 2 }, name: 'a' });
    expect(result.current).toBe(first);
    rerender({ value: { n: 3 }, name: 'b' });
    expect(result.current).toEqual({ n: 3 });
  });
});
