import { expect, test, type Page } from '@playwright/test';
import { ownNinthBell, open, rowsOf, saved } from './kavrell.ts';

/** Finds something by `/` and goes there, or does it. */
async function find(page: Page, text: string): Promise<void> {
  await page.keyboard.press('/');
  const field = page.getByRole('combobox', { name: 'Find' });
  await expect(field).toBeFocused();
  await page.keyboard.type(text);
  await expect(page.locator('[data-scope=combobox][data-part=item][data-highlighted]')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(field).toBeHidden();
}
/** Goes on by Tab until something has the focus; it must be no further than forty presses away. */
async function tabTo(page: Page, what: string): Promise<void> {
  const there = () => page.evaluate((selector) => document.activeElement?.matches(selector) ?? false, what);
  for (let i = 0; i < 40 && !(await there()); i += 1) await page.keyboard.press('Tab');
  expect(await there(), `Tab reaches ${what}`).toBe(true);
}

test('ten jobs of a day are done by keyboard alone', async ({ page, request }) => {
  const { id, plan } = await ownNinthBell(request);
  const shot = (code: string) => plan.shots.find((s) => s.code === code)!;
  const item = async (code: string) =>
    (await rowsOf(request, id, 'dayItems')).find((i) => i.shotId === shot(code).id) as unknown as {
      position: number;
      pinnedStartMin: number | null;
    };
  await open(page, id, 'brief');
  // No mouse from here on: a press would show.
  await page.evaluate(() => addEventListener('pointerdown', (e) => e.isTrusted && (document.title = 'a mouse'), true));

  await test.step('1: a shot is found by its number, and its words are changed in the table', async () => {
    await find(page, '3C');
    await expect(page).toHaveTitle(/^Scenes/);
    await expect(page.getByRole('heading', { level: 2, name: /3C/ }).first()).toBeVisible();
  });
  await test.step('2: a shot is added by a line', async () => {
    await page.keyboard.press('n');
    await page.keyboard.type('ecu ilse 100mm sticks 2t the ring on her hand');
    await page.keyboard.press('Enter');
    await saved(page);
    expect((await rowsOf(request, id, 'shots')).some((s) => String(s.description).includes('the ring'))).toBe(true);
    await page.keyboard.press('Escape');
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  });
  await test.step('3: that is taken back, and done again', async () => {
    const count = async () =>
      (await rowsOf(request, id, 'shots')).filter((s) => String(s.description).includes('the ring')).length;
    await page.keyboard.press('Control+z');
    await expect.poll(count).toBe(0);
    await page.keyboard.press('Control+Shift+z');
    await expect.poll(count).toBe(1);
  });
  await test.step('4: a view of the screen is opened by its name', async () => {
    await find(page, 'Coverage');
    await expect(page.getByRole('table', { name: 'Who is seen how in scene 3' })).toBeVisible();
  });
  await test.step('5: a line of the day is moved', async () => {
    await find(page, 'Day');
    await expect(page).toHaveTitle(/^Day/);
    await tabTo(page, '[role=listbox]');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await expect(page.locator('[data-line][aria-selected=true]')).toContainText('6A');
    const before = (await item('6A')).position;
    await page.keyboard.press('Alt+ArrowDown');
    await expect.poll(async () => (await item('6A')).position).not.toBe(before);
  });
  await test.step('6: its start is fixed from the menu of the line', async () => {
    await page.keyboard.press('ContextMenu');
    await expect(page.getByRole('menu')).toBeVisible();
    for (const key of ['ArrowDown', 'ArrowDown', 'ArrowDown']) await page.keyboard.press(key);
    await expect(page.getByRole('menuitem', { name: /Fix its start/ })).toHaveAttribute('data-highlighted', '');
    await page.keyboard.press('Enter');
    await expect.poll(async () => (await item('6A')).pinnedStartMin).not.toBeNull();
    await expect(page.getByRole('listbox')).toBeFocused();
  });
  await test.step('7: a block is moved in the ribbon', async () => {
    const block = page
      .locator('[data-ribbon-block]')
      .filter({ has: page.locator('text=/^(3A.*|3)$/') })
      .first();
    const before = (await item('3A')).position;
    await block.focus();
    await page.keyboard.press('Alt+ArrowLeft');
    await expect.poll(async () => (await item('3A')).position).not.toBe(before);
    await page.keyboard.press('Control+z');
    await expect.poll(async () => (await item('3A')).position).toBe(before);
  });
  await test.step('8: a key is changed, and does what it now is for', async () => {
    await find(page, 'Roll');
    await expect(page).toHaveTitle(/^Roll/);
    await page.keyboard.press('?');
    await page.getByRole('button', { name: /^G: verdict: good/ }).focus();
    await page.keyboard.press('Enter');
    await page.keyboard.press('q');
    await expect(page.getByRole('button', { name: /^Q: verdict: good/ })).toBeVisible();
    await page.keyboard.press('Escape');
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  });
  await test.step('9: a take is rolled, cut, and called good', async () => {
    await page.keyboard.press('Space');
    await expect(page.locator('[data-roll-state=rolling]')).toBeVisible();
    // A second press at once would be a slip of the hand, and is none.
    await expect(page.locator('[data-press=ready]')).toBeVisible();
    await page.keyboard.press('Space');
    await expect(page.locator('[data-roll-state=standing]')).toBeVisible();
    await page.keyboard.press('q');
    await expect(page.locator('[data-take]').first()).toContainText(/good/i);
  });
  await test.step('10: the call sheet is frozen', async () => {
    await find(page, 'Call sheet');
    await expect(page).toHaveTitle(/^Call sheet/);
    await find(page, 'Freeze');
    await expect(page.getByRole('button', { name: /^Only freeze it/ })).toBeVisible();
    await find(page, 'Only freeze');
    await expect.poll(async () => (await rowsOf(request, id, 'frozenSheets')).length).toBe(1);
  });
  expect(await page.title()).not.toBe('a mouse');
});
