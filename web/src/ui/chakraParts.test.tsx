import { Input } from '@chakra-ui/react';
import { act, fireEvent, screen, within } from '@testing-library/react';
import { useRef, useState } from 'react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { answered, clearPage, openPage, preparePage, pressPart } from '../testing/screen.tsx';
import { Choice } from './Choice.tsx';
import { FormField } from './FormField.tsx';
import { Problem } from './Problem.tsx';
import { Slide } from './Slide.tsx';
import { Tick } from './Tick.tsx';
import { TypedNumber } from './TypedNumber.tsx';
import { Unfold } from './Unfold.tsx';
import { Tabbed, Views } from './Views.tsx';
import { Whole } from './Whole.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

/** Something that keeps what its part says, as screens do. */
function Kept<T>({ first, children }: { first: T; children: (value: T, set: (value: T) => void) => React.ReactNode }) {
  const [value, set] = useState(first);
  return <>{children(value, set)}</>;
}

describe('tabs', () => {
  const VIEWS = [
    ['list', 'List'],
    ['lanes', 'Lanes', 3],
    ['odds', 'Odds'],
  ] as const;
  const open = () =>
    openPage(
      <Kept<(typeof VIEWS)[number][0]> first="list">
        {(view, set) => <Views label="Day" views={VIEWS} open={view} onOpen={set} />}
      </Kept>,
    );
  const selected = () => screen.getAllByRole('tab', { selected: true }).map((t) => t.textContent);
  it('are of one list, one of them open, with how many things each holds', () => {
    open();
    const list = within(screen.getByRole('tablist', { name: 'Day' }));
    expect(list.getAllByRole('tab').map((t) => t.textContent)).toEqual(['List', 'Lanes 3', 'Odds']);
    expect(selected()).toEqual(['List']);
  });
  it('open by a press', async () => {
    open();
    await pressPart(screen.getByRole('tab', { name: 'Odds' }));
    expect(selected()).toEqual(['Odds']);
  });
  it('none is open where none is said to be', () => {
    openPage(<Tabbed label="Scenes" views={[{ key: 'a', words: '1' }]} open={null} onOpen={() => undefined} />);
    expect(screen.queryAllByRole('tab', { selected: true })).toEqual([]);
  });
});

describe('what is ticked, slid, chosen, unfolded', () => {
  it('a tick is told by its words', async () => {
    openPage(
      <Kept first={false}>
        {(on, set) => (
          <Tick checked={on} onChange={set}>
            Read the card twice
          </Tick>
        )}
      </Kept>,
    );
    const tick = () => screen.getByRole<HTMLInputElement>('checkbox', { name: 'Read the card twice' });
    expect(tick().checked).toBe(false);
    await pressPart(tick());
    expect(tick().checked).toBe(true);
  });
  it('a figure slides by keys within its ends, and is read aloud in words', async () => {
    openPage(
      <Kept first={10}>
        {(value, set) => (
          <Slide label="Hour" min={0} max={20} step={5} value={value} say={(v) => `${v} o’clock`} onChange={set} />
        )}
      </Kept>,
    );
    const slider = () => screen.getByRole('slider', { name: 'Hour' });
    act(() => slider().focus());
    for (const [key, said] of [
      ['ArrowRight', '15 o’clock'],
      ['End', '20 o’clock'],
      ['ArrowRight', '20 o’clock'],
      ['Home', '0 o’clock'],
    ] as const) {
      await answered();
      fireEvent.keyDown(slider(), { key });
      await answered();
      expect(slider().getAttribute('aria-valuetext'), key).toBe(said);
    }
  });
  it('a choice is the device’s own list', () => {
    let taken = '';
    openPage(
      <Choice aria-label="Sky" value="clear" onChange={(e) => (taken = e.target.value)}>
        <option value="clear">clear</option>
        <option value="overcast">overcast</option>
      </Choice>,
    );
    fireEvent.change(screen.getByRole('combobox', { name: 'Sky' }), { target: { value: 'overcast' } });
    expect(taken).toBe('overcast');
  });
  it('what is unfolded is not there before, and those of one name unfold together', async () => {
    openPage(
      <>
        <Unfold words="More of A" remember="test">
          <p>seven fields of A</p>
        </Unfold>
        <Unfold words="More of B" remember="test">
          <p>seven fields of B</p>
        </Unfold>
        <Unfold words="Alone">
          <p>by itself</p>
        </Unfold>
      </>,
    );
    expect(screen.queryByText('seven fields of A')).toBeNull();
    await pressPart(screen.getByRole('button', { name: 'More of A' }));
    expect(screen.getByText('seven fields of A')).toBeTruthy();
    expect(screen.getByText('seven fields of B')).toBeTruthy();
    expect(screen.queryByText('by itself')).toBeNull();
  });
});

describe('what is typed', () => {
  it('a field belongs to its label; what is wrong with it stands in place of the hint', () => {
    const field = (error?: string) => (
      <FormField label="Call" hint="Such as 06:30" {...(error ? { error } : {})}>
        {(props) => <Input {...props} defaultValue="6" />}
      </FormField>
    );
    const { unmount } = openPage(field());
    const call = screen.getByLabelText('Call');
    expect(call.getAttribute('aria-describedby')).toBe(screen.getByText('Such as 06:30').id);
    expect(call.getAttribute('aria-invalid')).toBe('false');
    unmount();
    openPage(field('That is no time of day.'));
    expect(screen.getByRole('alert').textContent).toBe('That is no time of day.');
    expect(screen.getByLabelText('Call').getAttribute('aria-invalid')).toBe('true');
    expect(screen.queryByText('Such as 06:30')).toBeNull();
  });
  it('a number steps by arrow keys in its last place, and keeps its comma', () => {
    openPage(<Kept first="2,5">{(value, set) => <TypedNumber label="wide, m" value={value} onChange={set} />}</Kept>);
    const field = () => screen.getByLabelText<HTMLInputElement>('wide, m');
    fireEvent.keyDown(field(), { key: 'ArrowUp' });
    expect(field().value).toBe('2,6');
    fireEvent.keyDown(field(), { key: 'ArrowDown', shiftKey: true });
    expect(field().value).toBe('1,6');
    fireEvent.change(field(), { target: { value: 'about two' } });
    fireEvent.keyDown(field(), { key: 'ArrowUp' });
    expect(field().value).toBe('about two');
  });
});

describe('what is said over the page', () => {
  it('a problem is told at once', () => {
    openPage(<Problem mt={2}>Nothing was changed: drop a smaller file.</Problem>);
    expect(screen.getByRole('alert').textContent).toBe('Nothing was changed: drop a smaller file.');
  });
  it('what fills the window has a name, holds the focus and closes by Escape', async () => {
    let closed = 0;
    const Page = () => {
      const first = useRef<HTMLButtonElement>(null);
      return (
        <Whole label="Slate" close={() => (closed += 1)} first={first}>
          <button ref={first}>Clap</button>
        </Whole>
      );
    };
    openPage(<Page />);
    await answered();
    const dialog = screen.getByRole('dialog', { name: 'Slate' });
    expect(within(dialog).getByRole('button', { name: 'Clap' })).toBeTruthy();
    fireEvent.keyDown(dialog, { key: 'Escape' });
    await answered();
    expect(closed).toBe(1);
  });
});
