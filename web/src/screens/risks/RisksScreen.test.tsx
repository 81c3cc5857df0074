import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  barePlan,
  clearPage,
  openScreen,
  openView,
  preparePage,
  press,
  said,
  written,
  pressPart,
} from '../../testing/screen.tsx';
import { RisksScreen } from './RisksScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

const list = () => within(screen.getByRole('list', { name: 'Risks' }));
const choose = (title: string) => fireEvent.click(list().getAllByText(title)[0]!);

describe('Risks', () => {
  it('found ones stand worst first, with what fires them', () => {
    openScreen(<RisksScreen />);
    expect(said()).toMatch(/23 risks, 22 not decided/);
    expect(list().getAllByRole('listitem')[0]!.textContent).toContain('likely · the day, or somebody hurt');
  });
  it('deciding on a found one keeps it, with its remedy', async () => {
    const { side } = openScreen(<RisksScreen />);
    choose('One recorder has every sound');
    await pressPart(side().getAllByRole('checkbox')[0]!);
    const [{ label, ops }] = written() as [ReturnType<typeof written>[number]];
    expect(label).toBe('Remedy chosen');
    expect(ops).toMatchObject([{ op: 'insert', table: 'risks', values: { state: 'decided' } }]);
    expect(said()).toMatch(/23 risks, 21 not decided/);
  });
  it('a second decision changes the row that was made, and makes no other', async () => {
    const { side } = openScreen(<RisksScreen />);
    choose('One recorder has every sound');
    await pressPart(side().getAllByRole('checkbox')[0]!);
    const owner = side().getByLabelText(/^Who watches it/);
    const someone = within(owner).getAllByRole<HTMLOptionElement>('option')[1]!;
    fireEvent.change(owner, { target: { value: someone.value } });
    expect(written().map((x) => x.ops[0]!.op)).toEqual(['insert', 'update']);
  });
  it('one of one’s own is added where nothing is found', () => {
    openScreen(<RisksScreen />, { plan: barePlan() });
    fireEvent.click(screen.getAllByRole('button', { name: 'Add one of your own' })[0]!);
    expect(list().getAllByRole('listitem')).toHaveLength(1);
  });
  it('what a rehearsal showed is kept in its own log', async () => {
    openScreen(<RisksScreen />);
    await openView(/Rehearsal log/);
    expect(screen.queryByRole('list', { name: 'Risks' })).toBeNull();
    expect(screen.getByRole('grid')).toBeTruthy();
  });
  it('who decides in the end is said beside it', () => {
    openScreen(<RisksScreen />);
    expect(screen.getByText(/licensed or competent people decide/)).toBeTruthy();
    press('Add one of your own');
    expect(written()).toMatchObject([{ label: 'Added a risk' }]);
  });
});
