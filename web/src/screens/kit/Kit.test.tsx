import { fireEvent, screen, within } from '@testing-library/react';
import type { Me } from '@kavrell/contract';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { KIT_LINE_DEFAULTS, kitCodeText, READY_CHECKS, type Crate, type KitLine } from '@kavrell/core/kit';
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
const LOGGER: Me = { role: 'log', name: 'Edda', productionId: demoPlan().production.id, hasPassword: false };
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
    openScreen(<KitScreen />);
    const grid = screen.getByRole('grid', { name: 'Needed' });
    fireEvent.click(cellOf(grid, FLAG, 'what'));
    expect(sideSaid()).toContain('the cheapest that works');
    press('Hire it: take this way');
    expect(opsOf()).toMatchObject([{ values: { source: 'hired', state: 'toGet', byDate: '2027-03-16' } }]);
    expect(cellOf(grid, FLAG, 'get').textContent).toBe('on its way');
    expect(said()).toMatch(/\d+ of \d+ things still to be got/);
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
  it('without any it says where they come from', async () => {
    const plan = demoPlan();
    const cameras = plan.cameras.map((c) => ({ ...c, batteryMin: null }));
    openScreen(<KitScreen />, { plan, rows: { cameras, setups: [] } });
    await openView('Batteries');
    expect(said()).toContain('Nothing runs on packs today');
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
  it('a second look counts only from somebody else', async () => {
    const packed = line({ name: 'Rain cover', state: 'packed', tickedBy: 'Oda' });
    await open(packed, line({ name: 'Gimbal', state: 'back', tickedBy: 'Edda' }));
    fireEvent.change(screen.getByLabelText('Who looks'), { target: { value: 'second' } });
    expect(said()).toContain('second look: 2 to be looked at again');
    press('Rain cover: I looked, it is there');
    expect(opsOf()).toEqual([]);
    press('Gimbal: I looked, it is there');
    expect(opsOf()).toMatchObject([{ values: { checkedBy: 'Oda' } }]);
    expect(said()).toContain('second look: 1 to be looked at again');
  });
  it('a scanned label ticks off a thing or a whole case; scanned twice it changes nothing and says so', async () => {
    const plan = demoPlan();
    const { production } = plan;
    const [crate] = plan.crates;
    const inside = [line({ name: 'Ring', crate: crate!.name }), line({ name: 'Cap', crate: crate!.name })];
    openScreen(<KitScreen />, { plan, rows: { kitLines: inside } });
    await openView('Taken along');
    const scan = (text: string) => {
      const field = screen.getByLabelText('Code, from a scanner that types');
      fireEvent.change(field, { target: { value: text } });
      fireEvent.submit(field.closest('form')!);
    };
    scan(kitCodeText(production.id, 'line', inside[0]!.id));
    expect(opsOf()).toMatchObject([{ values: { state: 'packed', tickedBy: 'Oda', checkedBy: '' } }]);
    scan(kitCodeText(production.id, 'line', inside[0]!.id));
    expect(said()).toContain('Ring: packed already, by Oda. Nothing was changed.');
    expect(opsOf()).toHaveLength(1);
    scan(kitCodeText(production.id, 'crate', crate!.id));
    expect(opsOf()).toHaveLength(2);
    expect(said()).toContain(`${crate!.name}, 2 things: packed`);
    scan('4006381333931');
    expect(said()).toContain('This code is not one of the kit’s labels.');
  });
  it('what is switched on is told until it is off or in its case; what is broken becomes a fault', async () => {
    await open(line({ name: 'Panel', need: 'Light/panel', state: 'there' }));
    press('Panel is switched on');
    expect(said()).toContain('Still switched on: Panel');
    press('Panel is broken');
    expect(opsOf().at(-1)).toMatchObject({ op: 'insert', table: 'faults', values: { device: 'Panel', chain: [] } });
    press('Panel: Back in its case');
    expect(opsOf().at(-1)).toMatchObject({ values: { state: 'back', on: false } });
    expect(said()).not.toContain('Still switched on');
  });
  it('is ticked off by whoever logs too, without what is the owner’s', async () => {
    openScreen(<KitScreen />, { rows: { kitLines: [line({})] }, me: LOGGER });
    expect(screen.queryByRole('tab', { name: 'Needed' })).toBeNull();
    await openView('Taken along');
    press('Ring: Packed');
    expect(opsOf()).toMatchObject([{ values: { state: 'packed', tickedBy: 'Edda' } }]);
    expect(screen.queryByRole('button', { name: 'Add a thing' })).toBeNull();
    expect(sideSaid()).not.toContain('Hired and lent');
  });
  it('a thing of one’s own is added', async () => {
    await open();
    expect(said()).toContain('or add what no plan knows');
    press('Add a thing');
    expect(opsOf()).toMatchObject([{ op: 'insert', table: 'kitLines', values: { need: '', have: 1 } }]);
  });
});
