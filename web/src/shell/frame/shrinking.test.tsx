import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { shrunkAfter, useShrinking } from './shrinking.ts';

afterEach(cleanup);

describe('the bars of the phone', () => {
  it('shrink while one scrolls down, and are back with the first move up', () => {
    expect(shrunkAfter(100, 160)).toBe(true);
    expect(shrunkAfter(400, 360)).toBe(false);
  });
  it('a trembling thumb changes nothing', () => {
    expect(shrunkAfter(300, 306)).toBeNull();
    expect(shrunkAfter(300, 294)).toBeNull();
  });
  it('stand whole at the top', () => {
    expect(shrunkAfter(40, 0)).toBe(false);
    expect(shrunkAfter(0, 8)).toBe(false);
  });

  function Screen({ path }: { path: string }) {
    const bars = useShrinking(path);
    return (
      <main {...bars.on} data-shrunk={bars.shrunk}>
        {path}
      </main>
    );
  }
  const scrollTo = (top: number) =>
    act(() => {
      const main = screen.getByRole('main');
      main.scrollTop = top;
      fireEvent.scroll(main);
    });
  const shrunk = () => screen.getByRole('main').dataset.shrunk;
  it('a screen that opens in its middle has them whole; a hand shrinks them; another screen has them whole again', () => {
    const { rerender } = render(<Screen path="day" />);
    scrollTo(600);
    expect(shrunk()).toBe('false');
    fireEvent.touchMove(screen.getByRole('main'));
    scrollTo(700);
    expect(shrunk()).toBe('true');
    rerender(<Screen path="roll" />);
    expect(shrunk()).toBe('false');
    scrollTo(300);
    expect(shrunk()).toBe('false');
  });
});
