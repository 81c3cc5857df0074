import { fireEvent, screen, within } from '@testing-library/react';
import type { Me } from '@kavrell/contract';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { kitCodeText, PIECE_DEFAULTS, type KitLine, type Piece } from '@kavrell/core/kit';
import {
  clearPage,
  demoPlan,
  openScreen,
  openView,
  preparePage,
  press,
  said,
  sideSaid,
  stubServer,
  testId,
} from '../../testing/screen.tsx';
import { KitScreen } from './KitScreen.tsx';
import { knowOwnKit, line, opsOf } from './testing.ts';

beforeEach(() => {
  preparePage();
  stubServer();
});
afterEach(clearPage);
const LOGGER: Me = { role: 'log', name: 'Edda', productionId: demoPlan().production.id, hasPassword: false };

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
  it('what is one’s own and on another job the same days is told', async () => {
    const own: Piece = {
      ...{
        ...PIECE_DEFAULTS,
        id: testId(),
        productionId: testId(),
        version: 1,
        deletedAt: null,
        name: 'Gimbal',
        position: 1,
      },
    };
    const job = (title: string) => ({
      ...{ pieceId: own.id, productionId: testId(), title, count: 1, fromDate: '2027-03-18', toDate: '2027-03-19' },
    });
    knowOwnKit([own], [job('Bell'), job('Boat')]);
    openScreen(<KitScreen />, { rows: { kitLines: [line({ name: 'Gimbal', pieceId: own.id })] } });
    await openView('Taken along');
    expect(said()).toContain('Promised twice: Gimbal from');
    expect(said()).toContain('(Bell, Boat)');
  });
});
