import { fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ReadBox } from '@kavrell/core/paper';
import { nothingShot, sheetOf } from '@kavrell/core/productions';
import { clearPage, demoPlan, openScreen, preparePage, press, pressPart } from '../../testing/screen.tsx';
import { PaperPhoto, type PaperTick } from './PaperPhoto.tsx';

const worker = { tickPage: vi.fn<NonNullable<Parameters<typeof PaperPhoto>[0]['readPhoto']>>() };

const corners = [
  { x: 1, y: 1 },
  { x: 9, y: 1 },
  { x: 9, y: 9 },
  { x: 1, y: 9 },
];
const box = (row: number, mark: ReadBox['mark'], state: ReadBox['state']): ReadBox => ({
  row,
  mark,
  state,
  ink: 0.1,
  corners,
});
const PAGE = { page: 0, jpeg: new Blob(), width: 100, height: 140 };
let taken: PaperTick[] = [];

function openPhoto() {
  const plan = demoPlan();
  const rows = { ...plan, ...nothingShot() };
  const draft = sheetOf(rows, plan.days[0]!);
  openScreen(<PaperPhoto draft={draft} takeOver={(ticks) => (taken = [...ticks])} readPhoto={worker.tickPage} />, {
    plan,
  });
  return draft.shots;
}
const photograph = () =>
  fireEvent.change(document.querySelector('input[type=file]')!, {
    target: { files: [new File(['x'], 'page.jpg', { type: 'image/jpeg' })] },
  });

beforeEach(() => {
  preparePage();
  taken = [];
  URL.createObjectURL = () => 'blob:page';
  URL.revokeObjectURL = () => undefined;
});
afterEach(() => {
  worker.tickPage.mockReset();
  clearPage();
});

describe('a photograph of a ticked page', () => {
  it('shows what was read, and takes over only what somebody confirmed', async () => {
    const shots = openPhoto();
    worker.tickPage.mockResolvedValue({
      ...PAGE,
      boxes: [box(0, 'got', 'ticked'), box(0, 'dropped', 'empty'), box(1, 'got', 'unsure')],
    });
    photograph();
    await screen.findByText(/faint: look at it/);
    expect(
      screen.getByRole('img', { name: `Read: ${shots[0]!.code} got; ${shots[1]!.code} got, unsure` }),
    ).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Confirm each first' }).disabled).toBe(true);
    press('All that are clear are right');
    press(/^Take over 1\s/);
    expect(taken).toEqual([{ shotId: shots[0]!.id, mark: 'got' }]);
    expect(screen.queryByText(/faint/)).toBeNull();
  });
  it('a faint one counts once it is confirmed by itself; one confirmed is taken back', async () => {
    const shots = openPhoto();
    worker.tickPage.mockResolvedValue({ ...PAGE, boxes: [box(0, 'got', 'ticked'), box(1, 'dropped', 'unsure')] });
    photograph();
    await screen.findByText(/faint/);
    press('All that are clear are right');
    await pressPart(screen.getAllByRole('checkbox')[1]!);
    await pressPart(screen.getAllByRole('checkbox')[0]!);
    press(/^Take over 1\s/);
    expect(taken).toEqual([{ shotId: shots[1]!.id, mark: 'dropped' }]);
  });
  it('of another paper is tried as that; what can’t be read is said, and nothing taken over', async () => {
    openPhoto();
    worker.tickPage
      .mockRejectedValueOnce(new Error('This is a page of another sheet: …'))
      .mockRejectedValueOnce(new Error('The paper is bent or folded.'));
    photograph();
    await screen.findByText(/bent or folded.*Nothing was taken over/);
    expect(worker.tickPage.mock.calls.map(([, sheet]) => sheet.paper)).toEqual(['A4', 'LETTER']);
    worker.tickPage.mockResolvedValue({ ...PAGE, boxes: [box(0, 'got', 'empty')] });
    photograph();
    await screen.findByText('No box on this page is ticked.');
  });
});
