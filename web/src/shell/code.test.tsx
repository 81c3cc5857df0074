import { act, cleanup, render, screen } from '@testing-library/react';
import { Suspense, useState, type ReactNode } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Away } from '../platform/api.ts';
import { Guard } from '../app/Trouble.tsx';
import { openPage } from '../testing/screen.tsx';
import { named } from './code.tsx';

afterEach(cleanup);

const words = (text: string) => () => <p>{text}</p>;
const draw = (what: ReactNode) => <Suspense fallback={<p>on its way</p>}>{what}</Suspense>;

describe('the code of a page', () => {
  it('is fetched once, whoever asks, and says that it is on its way until it is there', async () => {
    const fetchIt = vi.fn(() => Promise.resolve({ Start: words('the first page') }));
    const START = named(fetchIt, 'Start');
    render(draw(<START.Page />));
    expect(screen.getByText('on its way')).toBeTruthy();
    await act(async () => void (await Promise.all([START.load(), START.load()])));
    expect(screen.getByText('the first page')).toBeTruthy();
    expect(fetchIt).toHaveBeenCalledTimes(1);
  });
  it('that is there already is drawn at once', async () => {
    const START = named(() => Promise.resolve({ Start: words('the first page') }), 'Start');
    await START.load();
    render(draw(<START.Page />));
    expect(screen.getByText('the first page')).toBeTruthy();
  });
  it('in the place of another draws its own', async () => {
    const codeOf = (text: string) => named(() => Promise.resolve({ It: words(text) }), 'It');
    const [ONE, TWO] = [codeOf('one'), codeOf('two')];
    await Promise.all([ONE.load(), TWO.load()]);
    const { rerender } = render(draw(<ONE.Page />));
    rerender(draw(<TWO.Page />));
    expect(screen.getByText('two')).toBeTruthy();
    expect(screen.queryByText('one')).toBeNull();
  });
  it('drawn anew keeps what it holds, though it has come meanwhile', async () => {
    function Held() {
      const [at] = useState(() => performance.now());
      return <p data-testid="held">{at}</p>;
    }
    const HELD = named(() => Promise.resolve({ Held }), 'Held');
    const { rerender } = render(draw(<HELD.Page />));
    await act(async () => void (await HELD.load()));
    const first = screen.getByTestId('held').textContent;
    rerender(draw(<HELD.Page />));
    expect(screen.getByTestId('held').textContent).toBe(first);
  });
  it('that can’t be fetched is nobody there, told in words, and is fetched again when asked again', async () => {
    const errors = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    const fetchIt = vi
      .fn()
      .mockRejectedValueOnce(new TypeError('Failed to fetch dynamically imported module'))
      .mockResolvedValue({ Start: words('the first page') });
    const START = named(fetchIt, 'Start');
    openPage(<Guard name="page">{draw(<START.Page />)}</Guard>);
    expect((await screen.findByRole('alert')).textContent).toContain(new Away().message);
    expect(fetchIt).toHaveBeenCalledTimes(1);
    await START.load();
    cleanup();
    render(draw(<START.Page />));
    expect(screen.getByText('the first page')).toBeTruthy();
    expect(fetchIt).toHaveBeenCalledTimes(2);
    errors.mockRestore();
  });
});
