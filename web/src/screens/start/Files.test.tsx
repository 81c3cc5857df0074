import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ProductionHead } from '@kavrell/contract';
import { queries } from '../../platform/queries.ts';
import { OWNER, clearPage, openPage, preparePage, press, stubServer } from '../../testing/screen.tsx';
import { StartScreen } from './StartScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

const head: ProductionHead = {
  ...{ id: '00000000-0000-7000-8000-0000000000aa', version: 1, title: 'Harbour piece', client: '', archived: false },
  ...{
    simulated: false,
    deletedAt: '2026-11-01T00:00:00Z',
    days: 0,
    shots: 0,
    moments: 0,
    date: null,
    frozen: false,
    cards: 0,
  },
};
const open = () => {
  queries.setQueryData(['heads'], [head]);
  openPage(<StartScreen me={OWNER} />);
};
const refusing = (code: string, detail: string) =>
  vi.stubGlobal('fetch', (path: string, { method = 'GET' }: RequestInit = {}) =>
    method === 'GET'
      ? new Promise(() => undefined)
      : Promise.resolve({
          ...{ ok: false, status: 409, headers: new Headers() },
          text: () =>
            Promise.resolve(JSON.stringify({ type: 'about:blank', title: 'No', status: 409, code, detail, path })),
        }),
  );
const drop = (file: File) => {
  const input = document.querySelector<HTMLInputElement>('[data-bring-in] input[type=file]')!;
  fireEvent.change(input, { target: { files: [file] } });
};

describe('deleting for good', () => {
  const erase = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Delete it for good' });
  const begin = () => {
    open();
    press(/deleted/);
    press('Delete for good');
  };
  it('wants the title typed, and then reads the list again', async () => {
    const asked = stubServer({ '/erased': { rows: 12, files: 2 } });
    begin();
    expect(erase().disabled).toBe(true);
    fireEvent.change(screen.getByLabelText(/^To delete/), { target: { value: 'Harbour piece' } });
    fireEvent.click(erase());
    await waitFor(() =>
      expect(asked[0]).toMatchObject({ path: `/api/productions/${head.id}/erased`, body: { title: 'Harbour piece' } }),
    );
    await waitFor(() => expect(queries.getQueryState(['heads'])?.isInvalidated).toBe(true));
  });
  it('a refusal is said where it was typed, and can be left', async () => {
    refusing('title', 'What you typed is not its title. Nothing was deleted.');
    begin();
    fireEvent.change(screen.getByLabelText(/^To delete/), { target: { value: 'Harbor' } });
    fireEvent.click(erase());
    await screen.findByText(/Nothing was deleted/);
    press('Leave it');
    expect(screen.queryByLabelText(/^To delete/)).toBeNull();
  });
});

describe('bringing in a file', () => {
  it('is sent as it is, and the job is opened', async () => {
    const asked: { path: string; type: unknown }[] = [];
    vi.stubGlobal('fetch', (path: string, { method = 'GET', body }: RequestInit = {}) => {
      if (method === 'GET') return new Promise(() => undefined);
      asked.push({ path, type: body });
      const reply = { productionId: head.id, title: 'Harbour piece', rows: 3, files: 0, notes: ['Make new links.'] };
      return Promise.resolve({ ok: true, status: 200, headers: new Headers(), json: () => Promise.resolve(reply) });
    });
    open();
    const file = new File(['zip'], 'job.zip');
    drop(file);
    await waitFor(() => expect(window.location.pathname).toBe(`/p/${head.id}/0/brief`));
    expect(asked).toEqual([{ path: '/api/open-files/kept', type: file }]);
  });
  it('of a job that is here already says so, and offers a copy; of anything else only says so', async () => {
    refusing('openFileThere', '“Harbour piece” is here already. Nothing was brought in.');
    open();
    drop(new File(['zip'], 'job.zip'));
    const alert = await screen.findByRole('alert');
    expect(alert.textContent).toContain('is here already');
    const asked = stubServer({ '/renewed': { productionId: head.id, title: 'x', rows: 1, files: 0, notes: [] } });
    vi.stubGlobal(
      'fetch',
      (
        (inner) => (path: string, init?: RequestInit) =>
          inner(path, { ...init, body: '{}' })
      )(globalThis.fetch),
    );
    press('Bring it in as a copy');
    await waitFor(() => expect(asked[0]!.path).toBe('/api/open-files/renewed'));
    clearPage();
    preparePage();
    refusing('openFile', 'This is no whole ZIP file. Nothing was brought in.');
    open();
    drop(new File(['x'], 'x.zip'));
    await screen.findByText(/no whole ZIP/);
    expect(screen.queryByRole('button', { name: 'Bring it in as a copy' })).toBeNull();
  });
});

describe('the calendar', () => {
  it('is made with one press, shows its link, and is withdrawn with another', async () => {
    const asked = stubServer({ '/api/calendar': { path: '/s/calendar/abc.ics' } });
    queries.setQueryData(['calendar'], { path: null });
    open();
    press('Make a calendar to subscribe to');
    await screen.findByText(/\/s\/calendar\/abc\.ics$/);
    const part = within(document.querySelector<HTMLElement>('[data-calendar]')!);
    fireEvent.click(part.getByRole('button', { name: 'Withdraw it' }));
    await waitFor(() => expect(asked.map((a) => a.body)).toEqual([{ on: true }, { on: false }]));
  });
});
