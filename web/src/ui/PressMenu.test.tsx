import { ChakraProvider } from '@chakra-ui/react';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useRef } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { answered, clearPage, pressPart, preparePage } from '../testing/screen.tsx';
import { usePressMenu } from './PressMenu.tsx';
import { system } from './theme.ts';

const done: string[] = [];
function List() {
  const list = useRef<HTMLDivElement>(null);
  const press = usePressMenu((element) => {
    const name = element.closest('li')?.textContent;
    if (!name) return null;
    return {
      label: `With ${name}`,
      actions: [
        { key: 'open', words: 'Open', run: () => done.push(`open ${name}`) },
        {
          key: 'off',
          words: 'Take it off',
          keys: 'Delete',
          disabled: name === 'Meal',
          run: () => done.push(`off ${name}`),
        },
      ],
    };
  }, list);
  return (
    <div ref={list} role="listbox" tabIndex={-1} data-testid="list" aria-activedescendant="in-hand" {...press.on}>
      <ul>
        <li onClick={() => done.push('pressed')}>7C</li>
        <li id="in-hand">Meal</li>
      </ul>
      <p>nothing</p>
      {press.menu}
    </div>
  );
}
beforeEach(() => {
  preparePage();
  done.length = 0;
  render(
    <ChakraProvider value={system}>
      <List />
    </ChakraProvider>,
  );
});
afterEach(() => {
  vi.useRealTimers();
  cleanup();
  clearPage();
});

const touch = { pointerType: 'touch', clientX: 20, clientY: 20 };
/** A finger rests on a thing for so long. */
const rest = (on: HTMLElement, ms: number, meanwhile = () => undefined as void) => {
  vi.useFakeTimers();
  fireEvent.pointerDown(on, touch);
  meanwhile();
  act(() => void vi.advanceTimersByTime(ms));
  vi.useRealTimers();
};

describe('what can be done with a thing of a list', () => {
  it('comes by the other mouse button, where it was pressed, and does it', async () => {
    const browsers = !fireEvent.contextMenu(screen.getByText('7C'), { clientX: 30, clientY: 40 });
    // The browser’s own menu stays away.
    expect(browsers).toBe(true);
    await answered();
    expect(screen.getByRole('menu', { name: 'With 7C' })).toBeTruthy();
    const open = screen.getByRole('menuitem', { name: 'Open' });
    // The button that opened it is let go: a menu that was last told of a key takes no pointer that merely passes.
    fireEvent.pointerUp(screen.getByText('7C'), { pointerType: 'mouse' });
    fireEvent.pointerMove(open, { pointerType: 'mouse' });
    await answered();
    await pressPart(open);
    expect(done).toEqual(['open 7C']);
    expect(screen.queryByRole('menu')).toBeNull();
    expect(document.activeElement).toBe(screen.getByTestId('list'));
  });
  it('where nothing can be done the browser’s own menu comes', () => {
    expect(fireEvent.contextMenu(screen.getByText('nothing'))).toBe(true);
    expect(screen.queryByRole('menu')).toBeNull();
  });
  it.each([{ key: 'ContextMenu' }, { key: 'F10', shiftKey: true }])(
    'comes by $key for what is in hand',
    async (key) => {
      expect(fireEvent.keyDown(screen.getByTestId('list'), key)).toBe(false);
      await answered();
      expect(screen.getByRole('menu', { name: 'With Meal' })).toBeTruthy();
    },
  );
  it('what can’t be done just now is there and dead, with its key', async () => {
    fireEvent.contextMenu(screen.getByText('Meal'));
    await answered();
    const off = screen.getByRole('menuitem', { name: /Take it off/ });
    expect(off.getAttribute('aria-disabled')).toBe('true');
    expect(off.textContent).toContain('Delete');
  });
  it('comes under a thumb that rests, and lifting it presses nothing', async () => {
    rest(screen.getByText('7C'), 600);
    await answered();
    expect(screen.getByRole('menu', { name: 'With 7C' })).toBeTruthy();
    fireEvent.click(screen.getByText('7C'));
    expect(done).toEqual([]);
  });
  it.each([
    ['is lifted', (on: HTMLElement) => fireEvent.pointerUp(on, touch)],
    ['goes on to scroll', (on: HTMLElement) => fireEvent.pointerMove(on, { ...touch, clientY: 40 })],
    ['is taken over by the browser', (on: HTMLElement) => fireEvent.pointerCancel(on, touch)],
  ])('stays away from a thumb that %s', (_, then) => {
    const on = screen.getByText('7C');
    rest(on, 2000, () => void then(on));
    expect(screen.queryByRole('menu')).toBeNull();
  });
  it('a mouse that is held down only drags', () => {
    vi.useFakeTimers();
    fireEvent.pointerDown(screen.getByText('7C'), { ...touch, pointerType: 'mouse' });
    act(() => void vi.advanceTimersByTime(2000));
    expect(screen.queryByRole('menu')).toBeNull();
  });
});
