import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { KIT_LINE_DEFAULTS, type KitLine } from '@kavrell/core/kit';
import {
  barePlan,
  cellOf,
  clearPage,
  demoPlan,
  openPage,
  openScreen,
  openView,
  preparePage,
  press,
  said,
  sideSaid,
  stubServer,
  testId,
  written,
} from '../../testing/screen.tsx';
import { KitScreen } from './KitScreen.tsx';
import { VanPicture } from './VanPicture.tsx';

beforeEach(() => {
  preparePage();
  stubServer();
});
afterEach(clearPage);
/** The first thing needed on the bell’s first day. */
const FLAG = 'black flag, 1.2 × 1.2 m';
const opsOf = () => written().flatMap((w) => w.ops);
const line = (more: Partial<KitLine>): KitLine => ({
  ...{
    id: testId(),
    productionId: demoPlan().production.id,
    version: 1,
    deletedAt: null,
    name: 'Ring',
  },
  ...{ ...KIT_LINE_DEFAULTS, crate: 'Camera', position: 1 },
  ...more,
});

describe('what is needed', () => {
  it('is counted from the plan, with what asks for it, and how much of it is still to be got', () => {
    openScreen(<KitScreen />);
    expect(said()).toMatch(/\d+ things needed; what of it is there nobody said yet/);
    const grid = screen.getByRole('grid', { name: 'Needed' });
    expect(Number(cellOf(grid, FLAG, 'count').textContent)).toBeGreaterThan(0);
    expect(sideSaid()).toContain('Asked for by');
  });
  it('is there by one press, and then no more of it is to be got', () => {
    openScreen(<KitScreen />);
    const grid = screen.getByRole('grid', { name: 'Needed' });
    fireEvent.click(cellOf(grid, FLAG, 'what'));
    press(/^\d+ of it is there$/);
    expect(opsOf()).toMatchObject([
      {
        op: 'insert',
        table: 'kitLines',
        values: { name: expect.stringContaining('black flag') as string, source: 'own', crate: 'Light', state: '' },
      },
    ]);
    expect(cellOf(grid, FLAG, 'get').textContent).toBe('–');
    expect(said()).toContain('1 not packed');
    expect(said()).toMatch(/\d+ of \d+ things still to be got/);
  });
  it('of one place is only what its own lines ask for', () => {
    const { plan } = openScreen(<KitScreen />);
    const choice = screen.getByLabelText<HTMLSelectElement>('For the whole day or one place');
    const before = said();
    const tower = [...choice.options].at(-1)!;
    fireEvent.change(choice, { target: { value: tower.value } });
    expect(plan.places.some((p) => p.id === tower.value)).toBe(true);
    expect(said()).not.toBe(before);
    expect(screen.getByRole('grid', { name: 'Needed' }).textContent).not.toContain('drinking water');
  });
  it('without a day it says where needs come from', () => {
    openScreen(<KitScreen />, { plan: barePlan(), day: null });
    expect(said()).toContain('What a day needs is counted from its order');
  });
});

describe('in the van', () => {
  const open = async (rows: Parameters<typeof openScreen>[1]) => {
    openScreen(<KitScreen />, rows);
    await openView('In the van');
  };
  it('is packed while the page goes on, and what can’t be a hold is told in words', async () => {
    await open({});
    expect(said()).toContain('Packing …');
    clearPage();
    preparePage();
    const vehicles = demoPlan().vehicles.map((v) => ({ ...v, doorWidthMm: 9000 }));
    await open({ rows: { vehicles } });
    expect(said()).toContain('The door is wider than the hold.');
  });
  it('without a vehicle or a piece it says what is wanted, and both are added', async () => {
    await open({ rows: { vehicles: [], crates: [] } });
    expect(said()).toContain('A vehicle and the pieces that go into it');
    press('Add a piece');
    press('Add a vehicle');
    expect(opsOf()).toMatchObject([
      { op: 'insert', table: 'crates', values: { stop: 1, widthMm: 600 } },
      { op: 'insert', table: 'vehicles', values: { payloadKg: 900 } },
    ]);
  });
});

describe('the picture of a hold', () => {
  const vehicle = demoPlan().vehicles[0]!;
  const at = (id: string, x: number, y: number, z: number) => ({ id, name: id, x, y, z, dx: 400, dy: 400, dz: 400 });
  const drawn = (turnDeg: number) => {
    const { container, unmount } = openPage(
      <VanPicture
        vehicle={vehicle}
        chosenId="top"
        turnDeg={turnDeg}
        words="Van with 3 pieces"
        placed={[at('top', 0, 0, 400), at('near', 0, 0, 0), at('far', 0, 400, 0)]}
      />,
    );
    const order = [...container.querySelectorAll('[data-piece]')].map((g) => g.getAttribute('data-piece'));
    unmount();
    return order;
  };
  it('draws what another stands on or hides before it, from whichever side one looks', () => {
    expect(drawn(30)).toEqual(['far', 'near', 'top']);
    expect(drawn(150)).toEqual(['near', 'far', 'top']);
  });
});

describe('what is taken along', () => {
  const open = async (...lines: KitLine[]) => {
    openScreen(<KitScreen />, { rows: { kitLines: lines } });
    await openView('Taken along');
  };
  it('stands by case and is ticked off with one press: packed, out, back', async () => {
    await open(
      line({}),
      line({ name: 'Rain cover', state: 'packed' }),
      line({ name: 'Gimbal', state: 'there', crate: 'Rigs' }),
    );
    const camera = screen.getByRole('region', { name: 'Camera' });
    expect(within(camera).getAllByRole('listitem')).toHaveLength(2);
    press('Ring: Packed');
    press('Rain cover: Out, at the place');
    press('Gimbal: Back in its case');
    expect(opsOf().map((o) => 'values' in o && o.values.state)).toEqual(['packed', 'there', 'back']);
  });
  it('what is missing leads with where it was last seen, and counts as not there', async () => {
    const plan = demoPlan();
    const place = plan.places[1]!;
    openScreen(<KitScreen />, {
      plan,
      rows: { kitLines: [line({ name: 'Step ring', state: 'there', seenAtId: place.id })] },
    });
    await openView('Taken along');
    fireEvent.change(screen.getByLabelText('Ticked off at'), { target: { value: plan.places[0]!.id } });
    press('Step ring is missing');
    // Not where one is when one misses it.
    expect(opsOf()).toMatchObject([{ values: { state: 'missing' } }]);
    expect(said()).toContain(`Missing: Step ring (last seen: ${place.name})`);
    expect(said()).toContain('1 not back');
    press('Step ring: Found');
    expect(opsOf().at(-1)).toMatchObject({ values: { state: 'back', seenAtId: plan.places[0]!.id } });
    expect(said()).not.toContain('Missing: Step ring');
  });
  it('a thing of one’s own is added', async () => {
    await open();
    expect(said()).toContain('or add what no plan knows');
    press('Add a thing');
    expect(opsOf()).toMatchObject([{ op: 'insert', table: 'kitLines', values: { need: '', have: 1 } }]);
  });
});
