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

describe('photographs of places', () => {
  const photographed = () => {
    const plan = demoPlan();
    const [fact] = plan.placeFacts.filter((f) => f.placeId === plan.places[0]!.id);
    const picture = {
      ...plan.pictures[0]!,
      id: fact!.id.replace(/.$/, 'f'),
      role: 'place' as const,
      shotId: null,
      fileHash: 'a'.repeat(64),
      strokes: [],
      caption: 'The door as it is',
    };
    return {
      ...plan,
      pictures: [...plan.pictures, picture],
      placeFacts: plan.placeFacts.map((f) => (f === fact ? { ...f, pictureId: picture.id } : f)),
    };
  };
  it('stand beside the name in the table, and large with what was found in the side sheet', () => {
    const plan = photographed();
    const { side } = openScreen(<PlacesScreen />, { plan });
    const grid = screen.getByRole('grid');
    expect(cellOf(grid, plan.places[0]!.name, 'name').querySelector('img')?.src).toContain('a'.repeat(64));
    expect(cellOf(grid, plan.places[1]!.name, 'name').querySelector('img')).toBeNull();
    fireEvent.click(within(grid).getByText(plan.places[0]!.name));
    expect(side().getByAltText('The door as it is')).toBeTruthy();
    fireEvent.click(within(grid).getByText(plan.places[1]!.name));
    expect(side().queryByText('Photographs')).toBeNull();
  });
});
