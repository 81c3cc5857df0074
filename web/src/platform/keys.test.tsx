import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { isTaken, useCommand } from './keys.ts';

afterEach(cleanup);

/** Draws something and gives it. */
const drawn = (what: React.ReactNode) => render(what).container.firstElementChild as HTMLElement;
/** Whether a key pressed there would be the field’s own. */
function taken(where: HTMLElement, key: string, before?: (e: KeyboardEvent) => void): boolean {
  let found = false;
  const hear = (e: KeyboardEvent) => {
    before?.(e);
    found = isTaken(e);
  };
  document.addEventListener('keydown', hear);
  fireEvent.keyDown(where, { key });
  document.removeEventListener('keydown', hear);
  return found;
}

describe('whose a key is', () => {
  it.each([
    ['a field', <input key="1" />],
    ['a text', <textarea key="2" />],
    ['a list', <select key="3" />],
    ['a field of another make', <div key="4" role="textbox" />],
  ])('in %s letters are typed', (_, field) => {
    expect(taken(drawn(field), 'g')).toBe(true);
  });
  it.each(['checkbox', 'radio'])('a %s that has the focus keeps its own keys only', (type) => {
    const field = drawn(<input type={type} />);
    for (const key of [' ', 'ArrowLeft', 'Home']) expect(taken(field, key), key).toBe(true);
    for (const key of ['g', '/', 'Escape']) expect(taken(field, key), key).toBe(false);
  });
  it('on a button, a tab or the page it is the screen’s; what was dealt with is nobody’s any more', () => {
    const tab = drawn(<button role="tab">Odds</button>);
    expect(taken(tab, '0')).toBe(false);
    expect(taken(document.body, ' ')).toBe(false);
    expect(taken(tab, 'ArrowRight', (e) => e.preventDefault())).toBe(true);
  });
  it('a screen’s key runs while a tick has the focus, and not while one types', () => {
    let pressed = 0;
    const Page = () => {
      useCommand('roll.good', () => (pressed += 1));
      return (
        <>
          <input type="checkbox" aria-label="tick" />
          <input aria-label="note" />
        </>
      );
    };
    render(<Page />);
    const press = (label: string) => {
      fireEvent.keyDown(screen.getByLabelText(label), { key: 'g', code: 'KeyG' });
      fireEvent.keyUp(screen.getByLabelText(label), { key: 'g', code: 'KeyG' });
    };
    press('tick');
    expect(pressed).toBe(1);
    press('note');
    expect(pressed).toBe(1);
  });
});
