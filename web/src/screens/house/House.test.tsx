import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { PIECE_DEFAULTS, type Piece } from '@kavrell/core/kit';
import { TABLE_NAMES } from '@kavrell/core/tables';
import { queries } from '../../platform/queries.ts';
import {
  barePlan,
  clearPage,
  openPage,
  openView,
  OWNER,
  preparePage,
  press,
  said,
  stubServer,
  testId,
  type,
  written,
} from '../../testing/screen.tsx';
import { HouseScreen } from './HouseScreen.tsx';

beforeEach(() => {
  preparePage();
  stubServer();
});
afterEach(clearPage);

const piece = (more: Partial<Piece>): Piece => ({
  ...{ ...PIECE_DEFAULTS, id: testId(), productionId: testId(), version: 1, deletedAt: null, name: 'Prime 50 mm' },
  ...{ position: 1, ...more },
});
/** A file as a browser reads it. */
const csvFile = (name: string, text: string) =>
  Object.assign(new File([text], name), { text: () => Promise.resolve(text) });
function openHouse(pieces: readonly Piece[], bookings: readonly object[] = []) {
  const { production } = barePlan();
  const { id } = production;
  queries.setQueryData(['house'], { productionId: id });
  queries.setQueryData(['kit-bookings'], bookings);
  for (const table of TABLE_NAMES) queries.setQueryData(['rows', id, table], []);
  queries.setQueryData(['rows', id, 'productions'], [production]);
  queries.setQueryData(['rows', id, 'pieces'], pieces);
  queries.setQueryData(['facetChanges', id], { changes: [], births: {} });
  openPage(<HouseScreen me={OWNER} />);
}

describe('rates and who sends papers', () => {
  it('open from an address of their own, and begin with a name', async () => {
    window.history.replaceState(null, '', '/own-kit?view=sender');
    openHouse([]);
    expect(screen.getByRole('button', { name: 'Begin' })).toHaveProperty('disabled', true);
    fireEvent.change(screen.getByLabelText('Your name, or that of your firm'), { target: { value: 'Lena Orr' } });
    press('Begin');
    expect(written().flatMap((w) => w.ops)).toMatchObject([
      { op: 'insert', table: 'senders', values: { name: 'Lena Orr', invoicePrefix: 'I-', dueDays: 30 } },
    ]);
    type(screen.getByLabelText('Country'), 'Germany');
    expect(said()).toContain('A country is two letters, such as GB.');
    await openView('Rates');
    expect(window.location.search).toBe('?view=rates');
    press('Add a rate');
    expect(written().at(-1)?.ops).toMatchObject([{ table: 'rates', values: { currency: 'EUR', baseMin: 600 } }]);
    type(screen.getByLabelText('Overtime'), 'much');
    expect(screen.getByText(/“much” is no step/)).toBeTruthy();
    type(screen.getByLabelText('Overtime'), '8h 125, 10h 150');
    expect(written().at(-1)?.ops).toMatchObject([
      {
        values: {
          steps: [
            { fromMin: 480, factorPercent: 125 },
            { fromMin: 600, factorPercent: 150 },
          ],
        },
      },
    ]);
  });
});

describe('what one owns', () => {
  it('begins with a first piece, and says what it is good for', () => {
    openHouse([]);
    expect(said()).toContain('Each thing you own, once');
    press('Add a piece');
    expect(written().flatMap((w) => w.ops)).toMatchObject([
      { op: 'insert', table: 'pieces', values: { name: 'Piece 1', count: 1, state: 'ready' } },
    ]);
  });
  it('says what it is worth, of how many nobody said, and leads with what is promised twice', () => {
    const own = piece({ valueMinor: 90_000 });
    const job = (title: string, fromDate: string) => ({
      ...{ pieceId: own.id, productionId: testId(), title, count: 1, fromDate, toDate: '2027-03-20' },
    });
    openHouse([own, piece({ name: 'Tape' })], [job('Bell', '2027-03-18'), job('Boat', '2027-03-19')]);
    expect(said()).toContain('2 pieces · worth €900, of 1 not known · 1 clash of dates');
    expect(said()).toContain('Promised twice: Prime 50 mm, 2 on');
    expect(said()).toContain('(Bell, Boat), and there is 1.');
  });
  it('is read from a CSV whose first line names the columns, shown before it is taken', async () => {
    openHouse([piece({})]);
    const drop = (name: string, text: string) =>
      fireEvent.change(document.querySelector<HTMLInputElement>('input[type=file][accept*=csv]')!, {
        target: { files: [csvFile(name, text)] },
      });
    drop('own.csv', 'What,Pieces,Serial number\nPrime 50 mm,1,4711\nGimbal,2,\n');
    await screen.findByRole('region', { name: 'What pasting does' });
    expect(said()).toContain('1 row changed, 1 added');
    fireEvent.click(screen.getByRole('button', { name: /^(Take|Paste)/ }));
    expect(written().flatMap((w) => w.ops)).toMatchObject([
      { op: 'update', table: 'pieces', values: { serial: '4711' } },
      { op: 'insert', table: 'pieces', values: { name: 'Gimbal', count: 2 } },
    ]);
  });
  it('a CSV with columns that are not here is refused in words, and nothing of it is taken', async () => {
    openHouse([]);
    const input = document.querySelector<HTMLInputElement>('input[type=file][accept*=csv]')!;
    fireEvent.change(input, { target: { files: [csvFile('odd.csv', 'Thing,Wattage\nLamp,60\n')] } });
    await waitFor(() => expect(said()).toContain('The first line of “odd.csv” names none of the columns here'));
    fireEvent.change(input, { target: { files: [csvFile('odd.csv', 'What,Wattage\nLamp,60\n')] } });
    await waitFor(() => expect(said()).toContain('“odd.csv” has columns that are not here: Wattage.'));
    expect(written()).toEqual([]);
  });
});
