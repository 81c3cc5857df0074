import { fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { READY_CHECKS, type Crate } from '@kavrell/core/kit';
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
  pressPart,
  said,
  sideSaid,
  stubServer,
} from '../../testing/screen.tsx';
import { KitScreen } from './KitScreen.tsx';
import { knowOwnKit, opsOf } from './testing.ts';
import { VanPicture } from './VanPicture.tsx';

beforeEach(() => {
  preparePage();
  stubServer();
});
afterEach(clearPage);
/** The first thing needed on the bell’s first day. */
const FLAG = 'black flag, 1.2 × 1.2 m';

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
  it('without a day it says where needs come from; what is taken along and the van are there all the same', async () => {
    openScreen(<KitScreen />, { plan: barePlan(), day: null });
    expect(said()).toContain('What a day needs is counted from its order');
    await openView('Taken along');
    press('Add a thing');
    expect(opsOf()).toMatchObject([{ op: 'insert', table: 'kitLines' }]);
    await openView('In the van');
    expect(said()).toContain('A vehicle and the pieces that go into it');
  });
});

describe('ways to get it', () => {
  it('stand beside what lacks, the cheapest that works first; one that is taken is on its way', () => {
    knowOwnKit();
    openScreen(<KitScreen />);
    const grid = screen.getByRole('grid', { name: 'Needed' });
    fireEvent.click(cellOf(grid, FLAG, 'what'));
    expect(sideSaid()).toContain('the cheapest that works');
    press('Hire it: take this way');
    expect(opsOf()).toMatchObject([{ values: { source: 'hired', state: 'toGet', byDate: '2027-03-16' } }]);
    expect(cellOf(grid, FLAG, 'get').textContent).toBe('on its way');
    expect(said()).toMatch(/\d+ of \d+ things still to be got/);
  });
  it('none is said to be the cheapest while nobody knows what is one’s own', () => {
    openScreen(<KitScreen />);
    fireEvent.click(cellOf(screen.getByRole('grid', { name: 'Needed' }), FLAG, 'what'));
    expect(sideSaid()).toContain('What of it is your own is not known here now');
    expect(sideSaid()).not.toContain('the cheapest that works');
  });
  it('done without is settled, and said', () => {
    openScreen(<KitScreen />);
    const grid = screen.getByRole('grid', { name: 'Needed' });
    fireEvent.click(cellOf(grid, FLAG, 'what'));
    press(/^Do without/);
    expect(cellOf(grid, FLAG, 'get').textContent).toBe('without');
  });
});

describe('packs', () => {
  it('are counted over the day, each device with its changes', async () => {
    openScreen(<KitScreen />);
    await openView('Batteries');
    const grid = screen.getByRole('grid', { name: 'Packs' });
    expect(cellOf(grid, 'camera A', 'has').textContent).toBe('8');
    expect(screen.getByRole('list', { name: 'Packs over the day' }).textContent).toContain('camera A');
    expect(sideSaid()).toContain('By air the current rules');
  });
  it('without any it says where they come from; of which nobody said how long it lasts, it says that', async () => {
    const plan = demoPlan();
    const cameras = plan.cameras.map((c) => ({ ...c, batteryMin: null }));
    openScreen(<KitScreen />, { plan, rows: { cameras: [], setups: [] } });
    await openView('Batteries');
    expect(said()).toContain('Nothing runs on packs today');
    clearPage();
    preparePage();
    openScreen(<KitScreen />, { plan, rows: { cameras, setups: [] } });
    await openView('Batteries');
    expect(said()).toContain('Nobody said how long a pack lasts');
    expect(said()).toContain('Not counted: camera A, camera B');
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

describe('by hand', () => {
  const at = (crate: Crate, x: number, y: number, vehicleId: string): Crate => ({
    ...crate,
    hand: { vehicleId, x, y, z: 0, dx: crate.widthMm, dy: crate.depthMm, dz: crate.heightMm },
  });
  it('a piece stands where it was put, what that breaks is told at once, and all are packed anew by one press', async () => {
    const plan = demoPlan();
    const [van] = plan.vehicles;
    const [one, two] = plan.crates;
    const crates = [at(one!, 0, 0, van!.id), at(two!, 100, 0, van!.id)];
    openScreen(<KitScreen />, { plan, rows: { crates } });
    await openView('In the van');
    expect(said()).toContain('All 2 pieces are in');
    expect(said()).toContain(`${one!.name} and ${two!.name} are in the same place.`);
    await pressPart(screen.getByRole('button', { name: 'It stands as you put it' }));
    fireEvent.change(screen.getByLabelText('Which piece is moved'), { target: { value: two!.id } });
    press('5 cm deeper');
    expect(opsOf()).toMatchObject([{ op: 'update', table: 'crates', values: { hand: { x: 100, y: 50 } } }]);
    fireEvent.keyDown(screen.getByRole('group', { name: `Move ${two!.name}` }), { key: 'ArrowRight' });
    expect(opsOf().at(-1)).toMatchObject({ values: { hand: { x: 150, y: 50 } } });
    press('Pack all of it anew');
    expect(opsOf().slice(-2)).toMatchObject([{ values: { hand: null } }, { values: { hand: null } }]);
  });
  it('a cart that no door of a place lets through is told beside the load, with what each axle gets', async () => {
    const plan = demoPlan();
    const [van] = plan.vehicles;
    const cart = { ...at(plan.crates[0]!, 0, 0, van!.id), kind: 'cart' as const, widthMm: 1900, depthMm: 2000 };
    const fact = plan.placeFacts.find((f) => f.topic === 'passage');
    expect(fact).toBeTruthy();
    openScreen(<KitScreen />, { plan, rows: { crates: [cart] } });
    await openView('In the van');
    expect(document.querySelector('[data-passage]')!.textContent).toContain(`${cart.name} needs 1.9`);
    expect(sideSaid()).toMatch(/Front axle, of the load\s*-?\d+ kg of 400 kg/);
  });
  it('a van is ready when all was looked at and somebody drives; loading is told at its own pace', async () => {
    const plan = demoPlan();
    const vehicles = plan.vehicles.map((v) => ({ ...v, ready: READY_CHECKS.slice(1), loadMin: 30, loadPieces: 15 }));
    openScreen(<KitScreen />, { plan, rows: { vehicles, crates: [at(plan.crates[0]!, 0, 0, vehicles[0]!.id)] } });
    await openView('In the van');
    expect(said()).toContain('about 5 min to load');
    expect(sideSaid()).toContain('Not yet: Fuel, or charged, Somebody who drives it.');
    await pressPart(screen.getByRole('checkbox', { name: 'Fuel, or charged' }));
    expect(opsOf()).toMatchObject([
      { table: 'vehicles', values: { ready: expect.arrayContaining(['fuel', 'papers']) as string[] } },
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
