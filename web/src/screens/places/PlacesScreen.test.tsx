import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  barePlan,
  cellOf,
  clearPage,
  demoPlan,
  editCell,
  openScreen,
  openView,
  preparePage,
  said,
  written,
} from '../../testing/screen.tsx';
import { PlacesScreen } from './PlacesScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

describe('Places', () => {
  it('lists each place with what is agreed and scouted', () => {
    openScreen(<PlacesScreen />);
    const grid = screen.getByRole('grid');
    expect(cellOf(grid, 'Pour floor', 'confirmed').textContent).toBe('confirmed');
    expect(cellOf(grid, 'Sea-mark tower', 'confirmed').textContent).toBe('not confirmed');
  });
  it('the first place is added from nothing', () => {
    openScreen(<PlacesScreen />, { plan: barePlan() });
    fireEvent.click(screen.getAllByRole('button', { name: 'Add a place' })[0]!);
    expect(written()).toMatchObject([
      { ops: [{ op: 'insert', table: 'places', values: { latitude: null, longitude: null } }] },
    ]);
  });
  it('a position pasted as people have it sets place and zone together', () => {
    const { side } = openScreen(<PlacesScreen />);
    fireEvent.click(within(screen.getByRole('grid')).getByText('Pour floor'));
    const field = side().getByLabelText(/^(Position|Where)/);
    fireEvent.change(field, { target: { value: '60.3930, 5.3242' } });
    fireEvent.blur(field);
    const ops = written().flatMap((x) => x.ops);
    expect(ops[0]).toMatchObject({ table: 'places', values: { latitude: 60.393, longitude: 5.3242 } });
  });
  it.each([
    ['Scouting walk', /of 20|not looked/],
    ['Rooms, power', /circuit|16 A/],
    ['Sun', /Sunrise|sun/i],
    ['Moves, carts', /Load-out|Travel/],
  ])('%s shows what it is for', async (view, words) => {
    openScreen(<PlacesScreen />);
    await openView(view);
    expect(said()).toMatch(words);
  });
  it('a move is written in minutes, and the whole follows', async () => {
    const plan = demoPlan();
    openScreen(<PlacesScreen />, { plan });
    await openView('Moves, carts');
    const [grid] = screen.getAllByRole('grid');
    const from = plan.places.find((p) => p.id === plan.moves[0]!.fromPlaceId)!.name;
    const before = cellOf(grid!, from, 'all').textContent;
    editCell(grid!, from, 'travelMin', '55');
    expect(written()[0]!.ops).toMatchObject([{ table: 'moves', values: { travelMin: 55 } }]);
    expect(cellOf(grid!, from, 'all').textContent).not.toBe(before);
  });
});
