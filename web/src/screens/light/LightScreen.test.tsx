import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  barePlan,
  clearPage,
  demoPlan,
  openScreen,
  openView,
  preparePage,
  press,
  said,
  sideSaid,
  written,
} from '../../testing/screen.tsx';
import { LightScreen } from './LightScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

describe('Light', () => {
  it('reads the light at the face, and names what is wrong with what one press mends it', () => {
    openScreen(<LightScreen />);
    expect(sideSaid()).toContain('Key side227 lx');
    expect(screen.getByRole('button', { name: /^Take 10/ })).toBeTruthy();
  });
  it('one press mends what was found: the plan is written, the finding goes', async () => {
    openScreen(<LightScreen />);
    press(/^Take 10/);
    await expect.poll(() => written().length).toBe(1);
    expect(written()[0]!.ops[0]).toMatchObject({ op: 'update', table: 'setups' });
    expect(sideSaid()).not.toContain('Key needs 8.6 m of cable');
  });
  it('another setup is opened by its code', () => {
    openScreen(<LightScreen />);
    openView(/^L4/);
    expect(screen.getByRole('heading', { level: 1 }).textContent).toContain('L4');
  });
  it('a setup is added where there is a place', () => {
    openScreen(<LightScreen />);
    press('Add a setup');
    expect(written()[0]!.ops[0]).toMatchObject({ op: 'insert', table: 'setups', values: { code: 'L7' } });
  });
  it('what is looked out for in no setup is said: a place comes first', () => {
    openScreen(<LightScreen />, { plan: barePlan() });
    expect(said()).toContain('Add a place first: a setup stands somewhere.');
  });
  it.each([
    ['All setups', /Time to rig|Rig|Hands/],
    ['Needed', /stand|lamp|sandbag/i],
    ['Kit', /W|lx/],
  ])('%s shows what it is for', (view, words) => {
    openScreen(<LightScreen />);
    openView(view);
    expect(said()).toMatch(words);
  });
  it('a lamp is put on the plan and can be taken off again by its key', async () => {
    const plan = demoPlan();
    openScreen(<LightScreen />, { plan });
    fireEvent.click(screen.getByText('Lamp'));
    await expect.poll(() => written().length).toBe(1);
    const op = written()[0]!.ops[0]!;
    const before = plan.setups.find((s) => s.id === op.id)!.plan.items.length;
    expect(op.op === 'update' && (op.values.plan as { items: unknown[] }).items).toHaveLength(before + 1);
    expect(within(screen.getByTestId('side')).queryByText('Nothing chosen.')).toBeNull();
    fireEvent.keyDown(document.body, { key: 'Escape' });
  });
});
