import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  barePlan,
  clearPage,
  demoPlan,
  editCell,
  openScreen,
  openView,
  preparePage,
  press,
  sideSaid,
  written,
  testId,
} from '../../testing/screen.tsx';
import { lookStrip } from '@kavrell/core/look';
import { ScenesScreen } from './ScenesScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);
const line = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Add a shot in one line' });
const add = (text: string) => {
  fireEvent.change(line(), { target: { value: text } });
  fireEvent.keyDown(line(), { key: 'Enter' });
};

describe('Scenes', () => {
  it('shows the first scene with its shots', () => {
    const { plan } = openScreen(<ScenesScreen />);
    const grid = screen.getByRole('grid');
    const own = plan.shots.filter((s) => s.sceneId === plan.scenes[0]!.id);
    expect(own.length).toBeGreaterThan(0);
    for (const shot of own) expect(within(grid).getByText(shot.code)).toBeTruthy();
  });
  it('a shot is added in one line: its number follows, its words are read, the line is empty again', () => {
    openScreen(<ScenesScreen />);
    add('mcu ilse 50mm 2t must');
    const [{ label, ops }] = written() as [ReturnType<typeof written>[number]];
    expect(label).toBe('Added 1D');
    expect(ops).toMatchObject([
      { op: 'insert', table: 'shots', values: { code: '1D', size: 'mcu', takesPlanned: 2, priority: 'must' } },
    ]);
    expect(line().value).toBe('');
    expect(within(screen.getByRole('grid')).getByText('1D')).toBeTruthy();
  });
  it('a line that can’t be read is kept, and why is said', () => {
    openScreen(<ScenesScreen />);
    add('mcu 900t');
    expect(written()).toEqual([]);
    expect(line().value).toBe('mcu 900t');
    expect(line().getAttribute('aria-invalid')).toBe('true');
  });
  it('a cell is written in place; what it can’t be is said in words', () => {
    openScreen(<ScenesScreen />);
    const grid = screen.getByRole('grid');
    editCell(grid, '1A', 'takesPlanned', '0');
    expect(written()).toEqual([]);
    expect(within(grid).getByRole('alert').textContent).toMatch(/take/i);
  });
  it('another scene, all shots, another view: each shows its own', async () => {
    openScreen(<ScenesScreen />);
    await openView(/^7/);
    expect(within(screen.getByRole('grid')).getByText('7C')).toBeTruthy();
    press('All shots');
    expect(Number(screen.getByRole('grid').getAttribute('aria-rowcount'))).toBeGreaterThan(30);
    await openView('Coverage');
    expect(screen.queryByRole('grid')).toBeNull();
  });
  it('with nothing it offers the first scene', () => {
    openScreen(<ScenesScreen />, { plan: barePlan() });
    press('Add the first scene');
    expect(written()).toMatchObject([{ ops: [{ op: 'insert', table: 'scenes', values: { number: '1' } }] }]);
  });
  it('a pasted list is shown before it is taken, and taken whole', () => {
    openScreen(<ScenesScreen />, { plan: barePlan() });
    fireEvent.change(screen.getByLabelText('Text to bring in'), {
      target: { value: 'scene\tshot\twhat\tsize\n1\tA\tthe wick\tcu\n1\tB\tthe pour\tws' },
    });
    expect(written()).toEqual([]);
    press(/^Take 2/);
    const [{ ops }] = written() as [ReturnType<typeof written>[number]];
    expect(ops.filter((o) => o.table === 'shots').map((o) => o.op === 'insert' && o.values.code)).toEqual(['1A', '1B']);
    expect(ops.filter((o) => o.table === 'scenes')).toHaveLength(1);
  });
  it('what was shot is not what is planned: a shot in the sheet says its takes', async () => {
    const plan = demoPlan();
    const shot = plan.shots.find((s) => s.code === '1A')!;
    openScreen(<ScenesScreen />, { plan });
    fireEvent.click(within(screen.getByRole('grid')).getByText('1A'));
    await waitFor(() => expect(sideSaid()).toContain(`1A${shot.description}`));
  });
  it('a scene shows the palette that is bound to it, and a list in which a shot has a board shows it', async () => {
    const plan = demoPlan();
    const shot = plan.shots.find((x) => x.code === '7C')!;
    const board = {
      id: testId(),
      productionId: plan.production.id,
      version: 1,
      deletedAt: null,
      role: 'board' as const,
      shotId: shot.id,
      placeId: null,
      fileHash: null,
      widthPx: 1600,
      heightPx: 900,
      strokes: [],
      name: 'pour',
      position: 1,
    };
    openScreen(<ScenesScreen />, { plan, rows: { pictures: [board] } });
    await openView(/^7/);
    const scene = plan.scenes.find((x) => x.id === shot.sceneId)!;
    const { swatches } = lookStrip([scene], plan.palettes)[0]!;
    expect(swatches.length).toBeGreaterThan(2);
    const strip = within(document.querySelector<HTMLElement>('[data-palette]')!).getByRole('img');
    expect(strip.getAttribute('aria-label')).toBe(swatches.map((x) => x.hex).join(', '));
    const grid = within(screen.getByRole('grid'));
    expect(grid.getByRole('columnheader', { name: /^Board/ })).toBeTruthy();
    expect(grid.getAllByRole('img', { name: /^Board of/ }).map((x) => x.getAttribute('aria-label'))).toEqual([
      'Board of 7C',
    ]);
  });
});
