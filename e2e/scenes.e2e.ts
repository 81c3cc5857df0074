import { expect, test } from '@playwright/test';
import { cell, ninthBell, open, rowsOf, saved } from './kavrell.ts';

test('a shot is added by one line, edited in place, moved and undone, all by keyboard', async ({ page, request }) => {
  const id = await ninthBell(request);
  const [, , scene3] = (await rowsOf(request, id, 'scenes')).sort((a, b) => Number(a.position) - Number(b.position));
  await open(page, id, `scenes#${scene3?.id}`);
  await expect(page.getByRole('heading', { name: /The founder speaks/ }).first()).toBeVisible();

  await page.keyboard.press('n');
  await expect(page.getByLabel('Add a shot in one line')).toBeFocused();
  await page.keyboard.type('3 mcu ilse 50mm slider-in 2t must');
  const chips = page.locator('[data-quickline-chips]');
  for (const chip of ['3F', 'scene 3', 'MCU', 'Ilse', '50 mm', 'slider, in', '2 takes', 'must'])
    await expect(chips).toContainText(chip);
  await page.keyboard.press('Enter');
  await expect(cell(page, '3F', 'lens')).toHaveText('50 mm');
  await expect(cell(page, '3F', 'priority')).toHaveText('must');
  await saved(page);
  expect((await rowsOf(request, id, 'shots')).find((s) => s.code === '3F')).toMatchObject({
    size: 'mcu',
    takesPlanned: 2,
    support: 'slider',
    movement: 'in',
  });

  // In place: Enter opens the cell, Enter takes it.
  await cell(page, '3F', 'lens').click();
  await page.keyboard.press('Enter');
  await page.keyboard.type('65 mm');
  await page.keyboard.press('Enter');
  await expect(cell(page, '3F', 'lens')).toHaveText('65 mm');

  // Bad input is refused in words, at the cell, and what stood there stays.
  await cell(page, '3F', 'takesPlanned').click();
  await page.keyboard.press('Enter');
  await page.keyboard.type('0');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'one take at least' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(cell(page, '3F', 'takesPlanned')).toHaveText('2');

  // Moved up by keyboard.
  const codes = () => page.locator('.table-body [data-column="code"]').allTextContents();
  await cell(page, '3F', 'code').click();
  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(codes).toEqual(['3A', '3B', '3C', '3D', '3F', '3E']);
  await saved(page);

  // Undone after a reload: the history is the server's.
  await page.reload();
  await expect.poll(codes).toEqual(['3A', '3B', '3C', '3D', '3F', '3E']);
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Undid: Moved 3F')).toBeVisible();
  await expect.poll(codes).toEqual(['3A', '3B', '3C', '3D', '3E', '3F']);
  await page.keyboard.press('Control+z');
  await expect(cell(page, '3F', 'lens')).toHaveText('50 mm');
  await page.keyboard.press('Control+z');
  await expect.poll(codes).toEqual(['3A', '3B', '3C', '3D', '3E']);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(codes).toContain('3F');
  await page.keyboard.press('Control+z');
  await expect.poll(codes).not.toContain('3F');
});

test('half a line survives a reload, and a line that can’t be is not taken', async ({ page, request }) => {
  const id = await ninthBell(request);
  await open(page, id, 'scenes');
  const line = page.getByLabel('Add a shot in one line');
  await line.fill('99 mcu nobody yet');
  await expect(page.getByText('There is no scene 99 yet.')).toBeVisible();
  const before = (await rowsOf(request, id, 'shots')).length;
  await line.press('Enter');
  await page.reload();
  await expect(line).toHaveValue('99 mcu nobody yet');
  expect((await rowsOf(request, id, 'shots')).length).toBe(before);
  await line.fill('');
});

test('several rows are changed at once, filtered, sorted and saved as CSV @deep', async ({ page, request }) => {
  const id = await ninthBell(request);
  await open(page, id, 'scenes');
  await page.getByRole('button', { name: 'All shots' }).click();
  await page.getByLabel('Filter All shots').fill('hands');
  await expect(page.locator('.table-body .table-row')).not.toHaveCount(0);
  await page.getByLabel('Filter All shots').fill('9');
  await cell(page, '9C', 'priority').click();
  await page.keyboard.press(' ');
  await cell(page, '9E', 'priority').click();
  await page.keyboard.press(' ');
  await expect(page.getByText('2 selected')).toBeVisible();
  await page.keyboard.press('Enter');
  await page.getByLabel('Priority of this row').selectOption('must');
  await saved(page);
  await expect
    .poll(async () =>
      (await rowsOf(request, id, 'shots')).filter((s) => s.code === '9C' || s.code === '9E').map((s) => s.priority),
    )
    .toEqual(['must', 'must']);
  await page.keyboard.press('Control+z');
  await expect
    .poll(async () => (await rowsOf(request, id, 'shots')).find((s) => s.code === '9C')?.priority)
    .toBe('nice');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV' }).click();
  expect((await download).suggestedFilename()).toBe('All-shots.csv');
});

test('a deleted scene comes back with its shots @deep', async ({ page, request }) => {
  const id = await ninthBell(request);
  await open(page, id, 'scenes');
  const before = (await rowsOf(request, id, 'shots')).length;
  await page.getByRole('tab', { name: /^2/ }).click();
  await page.getByRole('button', { name: 'Delete the scene' }).click();
  await expect(page.getByRole('tab', { name: /^2/ })).toHaveCount(0);
  await saved(page);
  expect((await rowsOf(request, id, 'shots')).length).toBe(before - 3);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('tab', { name: /^2/ })).toBeVisible();
  expect((await rowsOf(request, id, 'shots')).length).toBe(before);
});
