import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { SENDER_DEFAULTS } from '@kavrell/core/money';
import { TABLE_NAMES } from '@kavrell/core/tables';
import { queries } from '../../platform/queries.ts';
import {
  barePlan,
  clearPage,
  demoPlan,
  openScreen,
  openView,
  preparePage,
  press,
  said,
  stubServer,
  testId,
  type,
  written,
} from '../../testing/screen.tsx';
import { MoneyScreen } from './MoneyScreen.tsx';
import { openVersion } from './useMoney.ts';

beforeEach(() => {
  preparePage();
  openVersion('');
});
afterEach(clearPage);

const beside = () => screen.getByTestId('side').textContent;
const figure = (name: string) => document.querySelector<HTMLElement>(`[data-figure="${name}"]`)!.textContent;
const ops = () => written().flatMap((w) => w.ops) as { op: string; table: string; values: Record<string, unknown> }[];
/** The house as the page has read it: who sends papers, and the rates book. */
function withHouse(rows: Readonly<Record<string, readonly object[]>> = {}) {
  const id = testId();
  queries.setQueryData(['house'], { productionId: id });
  for (const table of TABLE_NAMES) queries.setQueryData(['rows', id, table], rows[table] ?? []);
}
const SENDER = {
  ...SENDER_DEFAULTS,
  name: 'Oda Finch',
  address: '3 Quay',
  city: 'Port',
  country: 'GB',
  vatId: 'GB1',
  position: 1,
};

describe('the estimate', () => {
  it('is the plan priced, with what stays of it, and says of each line why', () => {
    openScreen(<MoneyScreen />);
    expect(figure('Net')).toMatch(/^£\d/);
    fireEvent.click(screen.getByRole('button', { name: /^Oda Varga, Director of photography/ }));
    expect(beside()).toContain('Rate “Director of photography, camera A”, since 2027-01-01.');
    expect(beside()).toMatch(/Day 1: .*£620/);
  });
  it('takes another price in the place of the plan’s, and leaves a line out, both undoable', () => {
    openScreen(<MoneyScreen />);
    fireEvent.click(screen.getByRole('button', { name: /^Piet Lam/ }));
    press('Another price in its place');
    expect(ops().at(-1)).toMatchObject({
      op: 'insert',
      table: 'estimateLines',
      values: { section: 'work', currency: 'GBP' },
    });
    expect(beside()).toContain('By hand: 1 ×');
    press('Back to the plan’s price');
    expect(ops().at(-1)).toMatchObject({ op: 'delete', table: 'estimateLines' });
    fireEvent.click(screen.getByRole('button', { name: /^Piet Lam/ }));
    press('Leave it out of this version');
    expect(screen.queryByRole('button', { name: /^Piet Lam/ })).toBeNull();
    press('Put all in again');
    expect(screen.getByRole('button', { name: /^Piet Lam/ })).toBeTruthy();
  });
  it('refuses in words what is no share and no hours, and keeps what was typed', () => {
    openScreen(<MoneyScreen />);
    const before = written().length;
    type(screen.getByLabelText('Margin, %'), '12 apples');
    expect(beside()).toContain('is not a share');
    type(screen.getByLabelText('Your hours before'), '-3');
    expect(beside()).toContain('Hours before the days can’t be negative.');
    expect((screen.getByLabelText('Your hours before') as HTMLInputElement).value).toBe('-3');
    expect(written()).toHaveLength(before);
    type(screen.getByLabelText('Contingency, %'), '100');
    expect(ops().at(-1)?.values).toEqual({ contingency: { by: 'share', shareBp: 10_000 } });
  });
  it('of nothing teaches the first step', () => {
    openScreen(<MoneyScreen />, { plan: barePlan(), day: null });
    expect(said()).toContain('Nothing to price yet');
    press('Begin the estimate');
    expect(ops()[0]).toMatchObject({
      op: 'insert',
      table: 'estimates',
      values: { name: 'The plan as it is', chosen: true },
    });
  });
  it('a line without a price is told, and in no sum', () => {
    const plan = demoPlan();
    plan.rates = plan.rates.filter((r) => r.name !== 'Sound recordist');
    openScreen(<MoneyScreen />, { plan });
    expect(document.querySelector('[data-unknown]')?.textContent).toMatch(
      /1\sline without a price, in no sum: Piet Lam/,
    );
    fireEvent.click(screen.getByRole('button', { name: /^Piet Lam/ }));
    type(screen.getByLabelText(/^Day rate of Piet/), '430');
    expect(ops()).toMatchObject([{ table: 'people', values: { dayRateMinor: 43_000 } }]);
    expect(document.querySelector('[data-unknown]')).toBeNull();
  });
});

describe('versions', () => {
  it('side by side say what makes the difference; another takes along what was typed', async () => {
    const plan = demoPlan();
    const [first] = plan.estimates;
    plan.estimateLines = [
      {
        id: testId(),
        productionId: plan.production.id,
        version: 1,
        deletedAt: null,
        position: 1,
        estimateId: first!.id,
        planKey: '',
        section: 'other',
        words: 'Boat',
        quantity: 1,
        unit: '',
        unitMinor: 5000,
        currency: 'GBP',
        taxBp: null,
        own: false,
      },
    ];
    openScreen(<MoneyScreen />, { plan });
    await openView('Versions');
    expect(document.querySelector('[data-difference]')?.textContent).toContain('less for who pays');
    expect(said()).toContain('Without Boat: £50 less.');
    press('Alone');
    const [version, line] = ops();
    expect(version).toMatchObject({ table: 'estimates', values: { name: 'Alone', chosen: false } });
    expect(line).toMatchObject({ table: 'estimateLines', values: { words: 'Boat' } });
    expect(document.querySelector('[data-version="Alone"]')?.textContent).toContain('alone');
  });
});

describe('changes', () => {
  it('what came up is priced by the plan with a press; what is done for nothing is counted', async () => {
    const plan = demoPlan();
    const entry = {
      id: testId(),
      productionId: plan.production.id,
      version: 1,
      deletedAt: null,
      dayId: plan.days[0]!.id,
      atMs: 1,
      by: 'Oda',
    };
    plan.logEntries = [
      { ...entry, payload: { kind: 'scope', words: 'The mayor too', askedBy: 'Rut', shotId: null, minutes: 60 } },
    ];
    openScreen(<MoneyScreen />, { plan });
    await openView('Changes');
    fireEvent.click(
      within(document.querySelector<HTMLElement>('[data-came-up="The mayor too"]')!).getByRole('button', {
        name: 'Price it',
      }),
    );
    const made = ops()[0]!;
    expect(made).toMatchObject({
      table: 'scopeChanges',
      values: { source: 'roll', sourceId: entry.id, minutes: 60, state: 'open', askedBy: 'Rut' },
    });
    expect(made.values.priceMinor).toBeGreaterThan(0);
    press('Done for nothing');
    expect(figure('Done for nothing')).toBe(figure('Done for nothing')!.replace(/^£0$/, 'not nothing'));
    type(screen.getByLabelText('Net (GBP)'), 'much');
    expect(beside()).toContain('“much” is not a sum');
  });
  it('is put to nobody before it has a price and somebody it is put to', async () => {
    const plan = demoPlan();
    plan.scopeChanges = [
      {
        id: testId(),
        productionId: plan.production.id,
        version: 1,
        deletedAt: null,
        position: 1,
        source: 'typed',
        sourceId: null,
        title: 'Drone',
        detail: '',
        atMs: 1,
        askedBy: '',
        minutes: null,
        priceMinor: null,
        taxBp: null,
        state: 'open',
        saidBy: '',
        askedOfId: null,
      },
    ];
    openScreen(<MoneyScreen />, { plan });
    await openView('Changes');
    fireEvent.click(screen.getByRole('button', { name: 'Drone' }));
    expect(screen.getByRole('button', { name: 'Ask, and copy the link' })).toHaveProperty('disabled', true);
    expect(beside()).toContain('It needs a price first.');
    type(screen.getByLabelText('Net (GBP)'), '120');
    fireEvent.change(screen.getByLabelText('Whom'), {
      target: { value: plan.people.find((p) => p.kind === 'client')!.id },
    });
    expect(screen.getByRole('button', { name: 'Ask, and copy the link' })).toHaveProperty('disabled', false);
  });
});

describe('papers', () => {
  it('say what they lack, and are drawn as they will stand once nothing is', async () => {
    withHouse();
    openScreen(<MoneyScreen />);
    await openView('Quote and invoice');
    expect(document.querySelector('[data-lacks]')?.textContent).toContain('Who sends it: your own name and address.');
    expect(screen.queryByRole('button', { name: /^Issue/ })).toBeNull();
  });
  it('are issued by the server with what stood on the screen; a refusal stands where it was pressed', async () => {
    const asked = stubServer({ '/money/papers': { paperId: testId(), number: 'Q-0001' } });
    withHouse({ senders: [{ ...SENDER, id: testId(), productionId: testId(), version: 1, deletedAt: null }] });
    openScreen(<MoneyScreen />);
    await openView('Quote and invoice');
    expect(document.querySelector('[data-paper-drawn]')?.textContent).toContain('Port Ellery Harbour Trust');
    press('Issue the quote');
    await waitFor(() => expect(asked.at(-1)?.path).toMatch(/money\/papers$/));
    const body = asked.at(-1)!.body as { kind: string; grossMinor: number; count: null };
    expect(body).toMatchObject({ kind: 'quote', count: null });
    expect(document.querySelector('[data-paper-drawn]')?.textContent).toContain(
      new Intl.NumberFormat('en-GB', { minimumFractionDigits: 2 }).format(body.grossMinor / 100),
    );
  });
  it('where nobody answers it is not known whether one was issued, and pressed again it is the same one', async () => {
    const ids: string[] = [];
    vi.stubGlobal('fetch', (_path: string, { method = 'GET', body }: RequestInit = {}) => {
      if (method === 'GET') return new Promise(() => undefined);
      ids.push((JSON.parse(String(body)) as { id: string }).id);
      return Promise.reject(new TypeError('no network'));
    });
    withHouse({ senders: [{ ...SENDER, id: testId(), productionId: testId(), version: 1, deletedAt: null }] });
    openScreen(<MoneyScreen />);
    await openView('Quote and invoice');
    press('Issue the quote');
    await waitFor(() => expect(said()).toContain('it is not known whether it was issued'));
    press('Issue the quote');
    await waitFor(() => expect(ids).toHaveLength(2));
    expect(ids[0]).toBe(ids[1]);
  });
  it('a deposit of a share that is none is refused before it is asked for', async () => {
    withHouse({ senders: [{ ...SENDER, id: testId(), productionId: testId(), version: 1, deletedAt: null }] });
    openScreen(<MoneyScreen />);
    await openView('Quote and invoice');
    fireEvent.change(screen.getByLabelText('What'), { target: { value: 'deposit' } });
    fireEvent.change(screen.getByLabelText('Share, %'), { target: { value: 'a third' } });
    expect(said()).toContain('A share such as 30.');
    expect(screen.queryByRole('button', { name: /^Issue/ })).toBeNull();
  });
});

describe('what was spent', () => {
  it('stands against its line, and says who is owed it', async () => {
    const plan = demoPlan();
    const mirko = plan.people.find((p) => p.shortName === 'Mirko')!;
    openScreen(<MoneyScreen />, { plan });
    await openView('Spent');
    expect(said()).toContain('Nothing is known yet');
    press('A receipt');
    type(screen.getByLabelText('What for'), 'Gels');
    type(screen.getByLabelText('Paid'), '42.50');
    fireEvent.change(screen.getByLabelText('Paid by'), { target: { value: mirko.id } });
    expect(document.querySelector('[data-actual="In no line of the estimate"]')?.textContent).toContain('£42.50');
    expect(document.querySelector('[data-owed="Mirko Hale"]')?.textContent).toContain('£42.50');
    press('Paid today');
    expect(ops().at(-1)).toMatchObject({
      ...{ table: 'payments', values: { way: 'out', personId: mirko.id, amountMinor: 4250 } },
    });
    expect(document.querySelector('[data-owed="Mirko Hale"]')).toBeNull();
  });
});

describe('a receipt', () => {
  it('of 30 MB is refused in words, and the row stays', async () => {
    openScreen(<MoneyScreen />);
    await openView('Spent');
    press('A receipt');
    const large = Object.assign(new File(['x'], 'receipt.jpg', { type: 'image/jpeg' }));
    Object.defineProperty(large, 'size', { value: 30e6 });
    fireEvent.change(document.querySelector<HTMLInputElement>('input[type=file]')!, { target: { files: [large] } });
    await waitFor(() =>
      expect(beside()).toContain('That file has 30 MB: a photograph of a receipt has 25 MB at most.'),
    );
    expect(ops().map((o) => o.op)).toEqual(['insert']);
  });
  it('of long before the job, or with more tax than was paid, is looked at twice', async () => {
    openScreen(<MoneyScreen />);
    await openView('Spent');
    press('A receipt');
    type(screen.getByLabelText('Day'), '2026-03-01');
    type(screen.getByLabelText('Paid'), '10');
    type(screen.getByLabelText('Tax in it'), '11');
    expect(beside()).toContain('is the date right?');
    expect(beside()).toContain('The tax in it is more than was paid.');
  });
});

describe('rates', () => {
  it('are taken over from the book as they hold on the first day, and the job keeps them', async () => {
    const plan = demoPlan();
    const { rates } = plan;
    plan.rates = [];
    withHouse({ rates: [...rates, { ...rates[0]!, id: testId(), fromDate: '2030-01-01', amountMinor: 1 }] });
    openScreen(<MoneyScreen />, { plan });
    await openView('Rates');
    press(`Take over ${rates.length}\u00a0rates from your book`);
    expect(ops()).toHaveLength(rates.length);
    expect(ops().map((o) => o.values.amountMinor)).not.toContain(1);
    expect(said()).toContain('Everything of your rates book that holds on that date is here.');
  });
});
