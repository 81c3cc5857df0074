import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { cablesOf } from '@kavrell/core/cover';
import { finalBoard, type DemoPlan } from '@kavrell/demo';
import { barePlan, clearPage, openScreen, openView, preparePage, press, said, testId } from '../../testing/screen.tsx';
import { CoverScreen } from './CoverScreen.tsx';
import { at, opsOf } from './testing.tsx';

beforeEach(() => preparePage());
afterEach(() => {
  vi.useRealTimers();
  clearPage();
});

describe('what is plugged where', () => {
  const made = (plan: DemoPlan) =>
    cablesOf({
      ...{ cameras: plan.cameras, boxes: plan.soundBoxes, sources: plan.soundSources, routes: plan.soundRoutes },
      ...{ links: plan.links, things: plan.sharedThings, cables: [], labels: [], placeId: plan.places[0]!.id },
    }).map((d) => ({ ...d, id: testId(), productionId: plan.production.id, version: 1, deletedAt: null }));
  it('is made from the plan by one press', async () => {
    at(600, finalBoard);
    await openView(/^Plugged/);
    press(/^Make 10.cables from the plan/);
    expect(opsOf()).toHaveLength(10);
    expect(screen.getByRole('heading', { level: 1 }).textContent).toMatch(/^10 of 10.cables to lay/);
    expect(screen.getByRole('button', { name: 'All of the plan is in it' })).toHaveProperty('disabled', true);
  });
  it('is checked off one by one, laid, tested, taken up', async () => {
    at(600, finalBoard, (plan) => ({ rows: { cables: made(plan) } }));
    await openView(/^Plugged/);
    const first = () =>
      within(screen.getByRole('list', { name: 'In the order of laying' })).getAllByRole('listitem')[0]!;
    expect(first().textContent).toContain('P01');
    for (const [name, state] of [
      ['Laid', 'laid'],
      ['Tested', 'tested'],
      ['Taken up', 'struck'],
    ] as const) {
      fireEvent.click(within(first()).getByRole('button', { name }));
      expect(opsOf().at(-1)).toMatchObject({ table: 'cables', values: { state } });
    }
  });
  it('is laid again at another place with the same labels, nothing laid yet', async () => {
    const there = testId();
    at(600, finalBoard, (plan) => ({
      rows: {
        cables: made(plan).map((c) => ({ ...c, state: 'tested' })),
        places: [...plan.places, { ...plan.places[0]!, id: there, name: 'Side room' }],
      },
    }));
    await openView(/^Plugged/);
    fireEvent.change(screen.getByLabelText('Lay all of it again at'), { target: { value: there } });
    const ops = opsOf();
    expect(ops).toHaveLength(10);
    expect(ops[0]).toMatchObject({ values: { label: 'P01', placeId: there, state: '' } });
    expect(said()).toContain('10 to lay.');
  });
  it('different cables of one label are told', async () => {
    at(600, finalBoard, (plan) => ({ rows: { cables: made(plan).map((c) => ({ ...c, label: 'V01' })) } }));
    await openView(/^Plugged/);
    expect(said()).toContain('V01 on different cables');
  });
  it('is kept without a day too', async () => {
    openScreen(<CoverScreen />, { plan: barePlan(), day: null });
    await openView(/^Plugged/);
    press('Add a cable');
    expect(opsOf()).toMatchObject([{ op: 'insert', table: 'cables', values: { label: 'V01', placeId: null } }]);
  });
});
