import { fireEvent, screen, waitFor } from '@testing-library/react';
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
  press,
  said,
  written,
} from '../../testing/screen.tsx';
import { CameraScreen } from './CameraScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

describe('Camera', () => {
  it('names what differs from the job, worst first, with how to mend it', () => {
    openScreen(<CameraScreen />);
    expect(said()).toContain('Camera B: frame rate stands at 23.976, the job wants 25.');
    expect(said()).toContain('Recording menu, project or system rate; some bodies restart.');
  });
  it('a setting that was looked at is written with the camera, and differs no more', () => {
    const plan = demoPlan();
    openScreen(<CameraScreen />, { plan });
    editCell(screen.getByRole('grid'), 'Frame rate', 'B', '25');
    expect(written()[0]!.ops[0]).toMatchObject({
      op: 'update',
      table: 'cameras',
      id: plan.cameras.find((c) => c.letter === 'B')!.id,
    });
    expect(said()).not.toContain('Camera B: frame rate stands at');
    expect(cellOf(screen.getByRole('grid'), 'Frame rate', 'B').textContent).toContain('25');
  });
  it('the first camera is added from nothing', () => {
    openScreen(<CameraScreen />, { plan: barePlan() });
    press('Add a camera');
    expect(written()).toMatchObject([{ ops: [{ op: 'insert', table: 'cameras', values: { letter: 'A' } }] }]);
  });
  it.each([
    ['Walk past', /Camera A|camera/i],
    ['Exposure', /lx|stop/i],
    ['Lenses, fit', /Lens/],
    ['Sound', /channel|recorder/i],
    ['Air, pictures', /MHz|Link/],
    ['Prompter', /words a minute|Text/i],
    ['Faults', /fault/i],
    ['Bodies', /GB|Mb\/s|min/],
  ])('%s shows what it is for', async (view, words) => {
    openScreen(<CameraScreen />);
    await openView(view);
    expect(said()).toMatch(words);
    expect(said()).not.toMatch(/NaN|undefined/);
  });
  it('a lens is added in its table with every field it needs', async () => {
    openScreen(<CameraScreen />, { plan: { ...demoPlan(), lenses: [] } });
    await openView('Lenses, fit');
    const add = screen.getAllByRole('button', { name: /Add a/ })[0]!;
    fireEvent.click(add);
    expect(written()[0]!.ops[0]).toMatchObject({ op: 'insert', table: 'lenses' });
  });
  it('the prompter says what its draft changed, runs, goes faster by a key, stops and closes', async () => {
    openScreen(<CameraScreen />);
    await openView('Prompter');
    expect(document.querySelector('[data-draft-diff]')?.textContent).toContain(
      'in: This morning, at low water, it is cast.',
    );
    press('Run it');
    const text = () => document.querySelector<HTMLElement>('[data-prompter]');
    await waitFor(() => expect(text()).not.toBeNull());
    const running = text()!;
    await waitFor(() => expect(document.activeElement).toBe(running));
    const before = Number(/(\d+) words a minute/.exec(document.body.textContent)![1]);
    fireEvent.keyDown(running, { key: 'ArrowUp' });
    expect(document.body.textContent).toContain(`${before + 5} words a minute`);
    fireEvent.keyDown(running, { key: ' ' });
    expect(screen.getByRole('button', { name: 'Go on' })).toBeDefined();
    fireEvent.keyDown(running, { key: 'Escape' });
    await waitFor(() => expect(text()).toBeNull());
  });
});
