import { act, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { useCommand } from '../../platform/keys.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { clearPage, openScreen, preparePage, press } from '../../testing/screen.tsx';
import { actionsFor, pressesOn } from './actions.ts';
import { Keys } from './Keys.tsx';

beforeEach(() => {
  preparePage();
  act(() => void usePreferences.setState({ keys: {}, letterKeys: true }));
});
afterEach(() => {
  act(() => void usePreferences.setState({ keys: {} }));
  clearPage();
});

const OWNER = { role: 'owner' as const, name: 'Oda', productionId: null, hasPassword: true };
let good = 0;
function Page() {
  useCommand('roll.good', () => (good += 1));
  return (
    <>
      <Button command="roll.good">Good</Button>
      <Keys />
    </>
  );
}
const strike = (key: string, code: string, on: Element = document.body) => {
  fireEvent.keyDown(on, { key, code });
  fireEvent.keyUp(on, { key, code });
};
const chooser = () => screen.getByRole('button', { name: /verdict: good/ });

describe('keys that are chosen', () => {
  beforeEach(() => {
    good = 0;
    openScreen(<Page />);
  });
  it('another key does it from the press on, here and on hover; the old one does nothing more', () => {
    strike('g', 'KeyG');
    expect(good).toBe(1);
    fireEvent.click(chooser());
    strike('q', 'KeyQ', chooser());
    // The choosing itself does nothing.
    expect(good).toBe(1);
    strike('q', 'KeyQ');
    strike('g', 'KeyG');
    expect(good).toBe(2);
    expect(screen.getByText('Good', { selector: 'button' }).title).toBe('Key: Q');
  });
  it('one that another command has is refused by name, and nothing changes', () => {
    fireEvent.click(chooser());
    strike('m', 'KeyM', chooser());
    expect(screen.getByRole('alert').textContent).toMatch(/M is taken: verdict: maybe/);
    strike('Escape', 'Escape', chooser());
    expect(usePreferences.getState().keys).toEqual({});
  });
  it('Backspace gives back the one it came with, and all come back at one press', () => {
    act(() => void usePreferences.setState({ keys: { 'roll.good': 'q', 'roll.wild': 'z' } }));
    fireEvent.click(chooser());
    strike('Backspace', 'Backspace', chooser());
    expect(usePreferences.getState().keys).toEqual({ 'roll.wild': 'z' });
    press('All keys as they came');
    expect(usePreferences.getState().keys).toEqual({});
  });
  it('single letters switched off: a key chosen with Shift still does it, a letter chosen does not', () => {
    act(() => void usePreferences.setState({ letterKeys: false, keys: { 'roll.good': 'shift+g' } }));
    fireEvent.keyDown(document.body, { key: 'G', code: 'KeyG', shiftKey: true });
    fireEvent.keyUp(document.body, { key: 'G', code: 'KeyG' });
    expect(good).toBe(1);
    expect(screen.getByText('Good', { selector: 'button' }).title).toBe('Key: Shift G');
    act(() => void usePreferences.setState({ keys: { 'roll.good': 'q' } }));
    strike('q', 'KeyQ');
    expect(good).toBe(1);
    expect(screen.getByText('Good', { selector: 'button' }).title).toBe('');
  });
  it('those one must always find can’t be changed', () => {
    expect(screen.queryByRole('button', { name: /find a screen/ })).toBeNull();
    expect(screen.getByText(/find a screen/)).toBeTruthy();
  });
});

describe('what can be done here', () => {
  it('is found by / with its key, as long as it stands on the screen', () => {
    const page = openScreen(<Page />);
    const found = () => actionsFor(OWNER, 'p').find((a) => a.key === 'roll.good');
    expect(found()).toMatchObject({ text: 'Roll: verdict: good', keys: 'G' });
    const before = good;
    act(() => found()?.go());
    expect(good).toBe(before + 1);
    page.unmount();
    expect(found()).toBeUndefined();
  });
  it('every press of the screen is found by its name once; what repeats for each row, and what is dead, is not', () => {
    let done = '';
    openScreen(
      <section aria-label="page">
        <button onClick={() => (done = 'shots')}>Add shots</button>
        <button>Add shots</button>
        <button disabled>Seal</button>
        <button aria-label="Close the sheet">×</button>
        <ul>
          <li>
            <button>Delete this</button>
          </li>
        </ul>
      </section>,
    );
    const presses = pressesOn(screen.getByRole('region'));
    expect(presses.map((p) => p.text)).toEqual(['Add shots', 'Close the sheet']);
    presses[0]?.go();
    expect(done).toBe('shots');
  });
});
