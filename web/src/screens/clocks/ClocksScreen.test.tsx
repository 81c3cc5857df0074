import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { barePlan, clearPage, demoPlan, openScreen, preparePage, press, written } from '../../testing/screen.tsx';
import { ClocksScreen } from './ClocksScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

const rowOf = (name: string) =>
  screen.getAllByRole('listitem').find((l) => l.textContent?.includes(name)) as HTMLElement;

describe('Clocks', () => {
  it('says of each clock how far off it is, and at which rate it stands', () => {
    openScreen(<ClocksScreen />);
    expect(rowOf('Timecode box').textContent).toContain('source');
    expect(rowOf('Camera B').textContent).toContain('23.976, not 25');
  });
  it('Jammed is logged with the clock that it was set to', () => {
    const plan = demoPlan();
    openScreen(<ClocksScreen />, { plan });
    fireEvent.click(within(rowOf('Camera A')).getByRole('button', { name: /jammed now/ }));
    const clock = plan.clocks.find((c) => c.name.includes('Camera A'))!;
    const source = plan.clocks.find((c) => c.id === clock.followsId)!;
    expect(written()[0]!.ops).toMatchObject([
      { op: 'insert', table: 'jams', values: { clockId: clock.id, sourceId: source.id } },
    ]);
  });
  it('whoever logs may jam, and adds no clock', () => {
    openScreen(<ClocksScreen />, { me: { role: 'log', name: 'Mirko', productionId: null, hasPassword: false } });
    expect(screen.queryByRole('button', { name: 'Add a clock' })).toBeNull();
    expect(within(rowOf('Camera A')).getByRole('button', { name: /jammed now/ })).toBeTruthy();
  });
  it('with cameras and no clock it adds a box and all of them at once', () => {
    const plan = demoPlan();
    openScreen(<ClocksScreen />, { plan: { ...plan, clocks: [], jams: [] } });
    press('Add a box and the cameras');
    const [{ ops }] = written() as [ReturnType<typeof written>[number]];
    expect(ops).toHaveLength(1 + plan.cameras.length);
    expect(ops.every((o) => o.op === 'insert' && o.table === 'clocks')).toBe(true);
  });
  it('without a day there is nothing to set', () => {
    openScreen(<ClocksScreen />, { plan: barePlan(), day: null });
    expect(screen.getByText('No day yet')).toBeTruthy();
  });
});
