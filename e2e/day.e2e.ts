import { expect, test, type Page } from '@playwright/test';
import { ninthBell, open, saved, setClock } from './kavrell.ts';

/** Start and code of every line, in order. */
const lines = (page: Page) =>
  page
    .locator('[data-line]')
    .evaluateAll((list) =>
      list.map((el) => `${el.querySelector('span')?.textContent} ${el.querySelector('strong')?.textContent ?? ''}`),
    );

test('lines are moved by keyboard and by drag, times follow at once, and the call sheet agrees', async ({
  page,
  request,
}) => {
  const id = await ninthBell(request);
  await setClock(request, id, '05:00');
  await open(page, id, 'day');
  const before = await lines(page);
  expect(before.slice(0, 3)).toEqual(['07:55 ', '08:30 6A', '08:45 6B']);
  const wrap = page.locator('[data-answer=make]');
  await expect(wrap).toContainText('wrap 18:38');

  await page.locator('[data-line]').filter({ hasText: '3E' }).click();
  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(async () => (await lines(page)).map((l) => l.split(' ')[1]).join(' ')).toContain('3C 3E 3D');
  const moved = await lines(page);
  expect(moved).not.toEqual(before);

  // Drag 3E back below 3D.
  const from = page.locator('[data-line]').filter({ hasText: '3E' });
  const to = page.locator('[data-line]').filter({ hasText: '3D' });
  const [a, b] = [await from.boundingBox(), await to.boundingBox()];
  if (!a || !b) throw new Error('the lines are not in view');
  await page.mouse.move(a.x + 120, a.y + a.height / 2);
  await page.mouse.down();
  await page.mouse.move(a.x + 120, a.y + a.height / 2 + 12, { steps: 3 });
  await page.mouse.move(b.x + 120, b.y + b.height + 6, { steps: 8 });
  await page.mouse.up();
  await expect.poll(() => lines(page)).toEqual(before);
  await saved(page);

  const thursday = await lines(page);
  await open(page, id, 'call-sheet');
  await expect(page.locator('[data-fact="Planned wrap"]')).toHaveText('18:38');
  await expect(page.locator('[data-fact="General call"]')).toHaveText('06:30');
  const pour = thursday.find((l) => l.endsWith('7C'))?.split(' ')[0] ?? '';
  expect(pour).toBe('11:05');
  await expect(page.getByRole('listitem').filter({ hasText: '7C Metal meets the mould' })).toContainText('11:05');
  await expect(page.locator('[data-calls]')).toContainText('Ilse Tregarrow');

  const pdf = await page.request.get(
    (await page.getByRole('link', { name: 'Open as PDF' }).getAttribute('href')) ?? '',
  );
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

test('a fixed start is set, refused in words when it is no time, and taken off @deep', async ({ page, request }) => {
  const id = await ninthBell(request);
  await open(page, id, 'day');
  await page.locator('[data-line]').filter({ hasText: '8A' }).click();
  const field = page.getByLabel('Fixed start');
  await field.fill('quarter past');
  await field.press('Enter');
  await expect(page.getByText('is not a time: write 07:05')).toBeVisible();
  await field.fill('1300');
  await field.press('Enter');
  await expect(page.locator('[data-line]').filter({ hasText: '8A' })).toContainText('fixed 13:00');
  await expect(page.locator('[data-line]').filter({ hasText: '8A' }).locator('span').first()).toHaveText('13:00');
  await saved(page);
  await page.locator('main h1').click();
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-line]').filter({ hasText: '8A' })).not.toContainText('fixed');
});

test('a line is taken off the day and put back from the list @deep', async ({ page, request }) => {
  const id = await ninthBell(request);
  await open(page, id, 'day');
  await page.locator('[data-line]').filter({ hasText: '9C' }).click();
  await page.keyboard.press('Delete');
  await expect(page.locator('[data-line]').filter({ hasText: '9C' })).toHaveCount(0);
  await page.getByLabel('Add shots to this day').selectOption({ label: 'Scene 9: 9C' });
  await expect(page.locator('[data-line]').last()).toContainText('9C');
  await saved(page);
  for (const what of ['Put 9C on day 1', 'Took 9C off day 1']) {
    await page.keyboard.press('Control+z');
    await expect(page.getByText(`Undid: ${what}`)).toBeVisible();
  }
  await expect(page.locator('[data-line]').last()).toContainText('9E');
});

test('the frame: find anything, keys, the three answers with their why, both themes @deep', async ({
  page,
  request,
}) => {
  const id = await ninthBell(request);
  await open(page, id, 'day');
  await page.keyboard.press('/');
  await page.getByRole('combobox', { name: 'Find' }).fill('parapet');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/scenes#/);
  await expect(page.getByRole('complementary')).toContainText('Ilse at the parapet');

  await page.keyboard.press('1');
  await expect(page.getByRole('heading', { name: 'Will we make the day?' })).toBeVisible();
  await expect(page.getByRole('complementary')).toContainText('Odds on the Day');
  await page.keyboard.press('2');
  await expect(page.getByRole('complementary')).toContainText('Musts left');
  await page.keyboard.press('3');
  await expect(page.getByRole('complementary')).toContainText('read back and compared');
  await page.keyboard.press('?');
  await expect(page.getByRole('complementary')).toContainText('undo, also after a reload');
  await page.keyboard.press(',');
  await page.getByRole('radio', { name: 'Daylight, for sun' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'daylight');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'daylight');
  await expect(page.locator('main h1, main h2').first()).toBeVisible();
  await page.keyboard.press(',');
  await page.getByRole('radio', { name: '6:30 pm' }).click();
  await expect(page.locator('[data-answer=make]')).toContainText(/wrap \d+:\d\d\spm/);
  await page.getByRole('radio', { name: '18:30' }).click();
  await page.getByRole('radio', { name: 'Stage, dark' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: 'Settings' })).toHaveCount(0);

  // Tabs are gone through by arrow keys; the side sheet folds by its key and stays folded; what can be done is found.
  await page.getByRole('tab', { name: 'Shots', exact: true }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('tab', { name: 'Coverage' })).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('0');
  await expect(page.getByRole('complementary')).toBeHidden();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Show the side sheet' })).toBeVisible();
  await page.keyboard.press('0');
  await expect(page.getByRole('complementary')).toBeVisible();
  await page.keyboard.press('/');
  await page.getByRole('combobox', { name: 'Find' }).fill('night');
  await page.keyboard.press('Enter');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
});
