import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { clearPage, demoPlan, preparePage } from '../../testing/screen.tsx';
import { usePlan } from './usePlan.ts';

beforeEach(() => preparePage());
afterEach(clearPage);

const open = () => {
  const { setups } = demoPlan();
  const setup = setups.find((s) => s.code === 'L1')!;
  return { setup, ...renderHook(() => usePlan(setup.productionId, setup)) };
};

it('a plan is held while a hand drags, and no more once it is kept, set or nudged', () => {
  const { setup, result } = open();
  expect(result.current.isHeld).toBe(false);
  act(() => result.current.show({ ...setup.plan, items: [] }));
  expect(result.current).toMatchObject({ isHeld: true, plan: { items: [] } });
  act(() => result.current.nudge('moved', { ...setup.plan, items: setup.plan.items.slice(1) }));
  expect(result.current.isHeld).toBe(false);
  act(() => result.current.show(setup.plan));
  expect(result.current.isHeld).toBe(true);
  act(() => result.current.keep('key moved'));
  expect(result.current.isHeld).toBe(false);
});

it('is one object as long as nothing of it is another', () => {
  const { result, rerender } = open();
  const first = result.current;
  rerender();
  expect(result.current).toBe(first);
});

it('takes a thing off with its cues, and says what it was', () => {
  const { setup, result } = open();
  const { id } = setup.plan.items.find((i) => i.kind === 'source')!;
  let gone: unknown = null;
  act(() => void (gone = result.current.takeOff(id)));
  expect(gone).toMatchObject({ id, kind: 'source' });
  act(() => void (gone = result.current.takeOff('nothing')));
  expect(gone).toBeNull();
});
