import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ProductionHead } from '@kavrell/contract';
import { PRODUCTION_DEFAULTS } from '@kavrell/core/brief';
import { TEMPLATES } from '@kavrell/core/start';
import {
  answered,
  clearPage,
  openPage,
  OWNER,
  preparePage,
  press,
  stubServer,
  written,
  pressPart,
} from '../../testing/screen.tsx';
import { StartScreen } from './StartScreen.tsx';

let asked: ReturnType<typeof stubServer>;
beforeEach(() => {
  preparePage();
  vi.useFakeTimers({ now: Date.UTC(2027, 2, 1, 12), toFake: ['Date'] });
});
afterEach(() => {
  vi.useRealTimers();
  clearPage();
});

const aHead = (f: Partial<ProductionHead> = {}): ProductionHead => ({
  ...{
    id: `0190a000-0000-7000-8000-00000000${String(f.title ?? 'a')
      .length.toString()
      .padStart(4, '0')}`,
    version: 3,
  },
  ...{ title: 'Candle maker', client: '', archived: false, simulated: false, deletedAt: null },
  ...{ days: 1, shots: 4, moments: 0, date: '2027-03-18', frozen: false, cards: 0 },
  ...f,
});
const MADE = {
  ...PRODUCTION_DEFAULTS,
  id: '0190a000-0000-7000-8000-000000000fff',
  version: 1,
  deletedAt: null,
  title: 'x',
};
/** Opens the first page with these jobs on the server; everything that is promised already has come. */
async function open(heads: ProductionHead[] = []) {
  asked = stubServer({ '/api/production-heads': heads, '/api/productions': MADE });
  openPage(<StartScreen me={OWNER} />);
  await answered();
}
const name = () => screen.getByRole('textbox', { name: /New production/ });
const paste = () => screen.getAllByRole('textbox').find((f) => f.tagName === 'TEXTAREA')!;
const shown = () => (document.querySelector('main')!.textContent ?? '').replaceAll('\u00a0', ' ');

describe('the first page', () => {
  it('of an empty Kavrell asks what one has got, and says that nothing is sent', async () => {
    await open();
    expect(screen.getByRole('heading', { name: 'Kavrell. What have you got?' })).toBeTruthy();
    expect(shown()).toContain('No production yet.');
    expect(shown()).toContain('Nothing is sent to anybody');
  });
  it('begins a job by its name alone', async () => {
    await open();
    fireEvent.change(name(), { target: { value: 'Harbour choir' } });
    press('Begin');
    await answered();
    expect(asked).toMatchObject([{ path: '/api/productions', method: 'POST', body: { title: 'Harbour choir' } }]);
    expect(window.location.pathname).toBe(`/p/${MADE.id}/0/brief`);
  });
  it('without a name or anything pasted says what is missing, and asks the server nothing', async () => {
    await open();
    press('Begin');
    await answered();
    expect(asked).toEqual([]);
    expect(screen.getByRole('alert').textContent).toMatch(/title|name/i);
  });
  it('keeps what is typed through a reload', async () => {
    await open();
    fireEvent.change(name(), { target: { value: 'Half a na' } });
    cleanup();
    await open();
    expect((name() as HTMLInputElement).value).toBe('Half a na');
  });
  it('reads a pasted message at once: says what it makes of it, what is missing, and begins with it', async () => {
    await open();
    fireEvent.change(paste(), {
      target: {
        value:
          'Thursday 18 March, call 6:30, wrap by 18:30\nPlace: The lido, Lake Road 3\n1 The door lifts\nJo Amadi, sound, +44 1632 960 034',
      },
    });
    expect(shown()).toContain('The lido');
    expect(screen.getByRole('region', { name: 'Still missing for a call sheet' })).toBeTruthy();
    press('Begin with this');
    await answered();
    const [made] = written();
    const tables = made!.ops.map((o) => o.table);
    for (const table of ['days', 'places', 'people', 'shots']) expect(tables).toContain(table);
    expect(window.location.pathname).toBe(`/p/${MADE.id}/0/call-sheet`);
  });
  it('says what it took hours beside the date for, asks who “me” is, and knows a meal', async () => {
    await open();
    fireEvent.change(paste(), {
      target: {
        value:
          'Filming the ropewalk on Fri 11 June 2027, 08:15 to 17:30\nCrew: me (camera), Tobi Renner sound\nLunch 12:30',
      },
    });
    expect(shown()).toContain('“08:15 to 17:30” beside the date was taken as call and wrap.');
    expect(shown()).toContain('Tobi Renner, sound');
    expect(shown()).toContain('Lunch 12:30');
    expect(shown()).toContain('What is “me (camera)”?');
    press('a note');
    expect(shown()).not.toContain('What is “me (camera)”?');
  });
  it('lets one choose what it is shot from', async () => {
    await open();
    const group = within(screen.getByRole('radiogroup', { name: 'What you shoot from' }));
    const kind = (name: RegExp) => group.getByRole<HTMLInputElement>('radio', { name });
    expect(kind(/^Shots/).checked).toBe(true);
    await pressPart(kind(/^Moments/));
    expect(kind(/^Moments/).checked).toBe(true);
    expect(kind(/^Shots/).checked).toBe(false);
  });
  it('begins from a kind of job, under its name where none was given', async () => {
    await open();
    const [template] = TEMPLATES;
    fireEvent.click(screen.getByRole('button', { name: template!.title }));
    await answered();
    expect(asked).toMatchObject([{ body: { title: template!.title } }]);
    expect(written()[0]!.ops.length).toBeGreaterThan(2);
    expect(window.location.pathname).toBe(`/p/${MADE.id}/0/scenes`);
  });
});

describe('the jobs there are', () => {
  const jobs = () => [...document.querySelectorAll<HTMLElement>('[data-production]')].map((p) => p.dataset.production);
  it('say for whom, when, and what of them is open', async () => {
    await open([
      aHead({ title: 'Candle maker', client: 'Wick & Daughter' }),
      aHead({ title: 'Harbour', frozen: true }),
      aHead({ title: 'Slate', cards: 2 }),
      aHead({ title: 'Bare one!', days: 0, shots: 0, date: null }),
      aHead({ title: 'No day yet', days: 0, shots: 3, date: null }),
    ]);
    const of = (title: string) => document.querySelector(`[data-production="${title}"]`)!.textContent;
    expect(of('Candle maker')).toContain('Wick & Daughter');
    expect(of('Candle maker')).toContain('call sheet not frozen');
    expect(of('Harbour')).toContain('call sheet frozen');
    expect(of('Harbour')).toContain('no client named');
    expect(of('Slate')).toContain('2\u00a0cards not released');
    expect(of('Bare one!')).toContain('not begun');
    expect(of('No day yet')).toContain('no day yet');
  });
  it('open at the day', async () => {
    await open([aHead()]);
    fireEvent.click(within(document.querySelector<HTMLElement>('[data-production]')!).getAllByRole('button')[0]!);
    expect(window.location.pathname).toMatch(/^\/p\/[^/]+\/0\/day$/);
  });
  it('those put away and deleted are folded, and come back with one press', async () => {
    await open([
      aHead({ title: 'Here' }),
      aHead({ title: 'Away!', archived: true }),
      aHead({ title: 'Deleted', deletedAt: '2027-02-01' }),
    ]);
    expect(jobs()).toEqual(['Here']);
    press('1 put away, 1 deleted');
    press('Take it up again');
    await answered();
    expect(written()).toMatchObject([
      { label: 'Taken up again', ops: [{ table: 'productions', values: { archived: false } }] },
    ]);
    press('Bring it back');
    await answered();
    expect(asked).toMatchObject([{ body: { deleted: false } }]);
  });
  it('are deleted without a question, since that is kept for thirty days and can be taken back', async () => {
    await open([aHead()]);
    press('More about Candle maker');
    press('Delete');
    await answered();
    expect(asked).toMatchObject([{ body: { deleted: true } }]);
  });
});
