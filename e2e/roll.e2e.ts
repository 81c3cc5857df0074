import { expect, test, type Page } from '@playwright/test';
import { ninthBell, open, pressable, rowsOf, saved, setClock } from './kavrell.ts';

// Here pages are read without a network: the copy of the program is made.
test.use({ serviceWorkers: 'allow' });

const state = (page: Page) => page.locator('[data-roll-state]');

/** How many entries the device’s own database holds: what a reload will find. */
const heldOnDevice = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<number>((resolve, reject) => {
        const opening = indexedDB.open('kavrell');
        opening.onerror = () => reject(new Error('The device’s database does not open.'));
        opening.onsuccess = () => {
          const db = opening.result;
          const counting = db.transaction('entries').objectStore('entries').count();
          counting.onsuccess = () => resolve(counting.result);
          counting.onerror = () => reject(new Error('The entries can’t be counted.'));
          db.close();
        };
      }),
  );

test('the thread: rolled, cut, marked, noted, its clip copied and verified, and shown in wrap', async ({
  page,
  request,
}) => {
  const id = await ninthBell(request);
  await setClock(request, id, '11:04');
  await open(page, id, 'roll');
  await expect(page.locator('[data-now-code]')).toHaveText('7C');
  await page.keyboard.press('Space');
  await expect(state(page)).toHaveAttribute('data-roll-state', 'rolling');
  await expect(page.getByText('4 cameras report rolling')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Camera D: reports rolling' })).toBeVisible();

  // A reload in mid-take loses nothing.
  await page.reload();
  await expect(state(page)).toHaveAttribute('data-roll-state', 'rolling');
  await page.keyboard.press('s');
  await pressable(page);
  await page.keyboard.press('Space');
  await expect(state(page)).toHaveAttribute('data-roll-state', 'standing');
  await page.keyboard.press('g');
  await expect(page.getByRole('button', { name: /^Good/ })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('t');
  await page.keyboard.type('metal ran clean g');
  await page.keyboard.press('Enter');
  const first = page.locator('[data-take]').first();
  await expect(first).toContainText('7C-1');
  await expect(first).toContainText('Good');
  await expect(first).toContainText('metal ran clean g');
  await saved(page);
  await expect(page.locator('[data-answer=got]')).toContainText('8 of 22');

  // Its card: out of the camera, copied to two drives, verified, kept.
  await open(page, id, 'copies');
  const kept = async () => Number(/(\d+) of 7 cards/.exec(await page.locator('[data-answer=kept]').innerText())?.[1]);
  const card = page.locator('[data-card=D001]');
  await card.getByRole('button', { name: 'Card D001' }).click();
  await page.getByRole('button', { name: 'Take it out of its camera' }).click();
  await expect(page.getByText('the simulated camera now has D002')).toBeVisible();
  await expect(page.getByText('D001_C001.mov')).toBeVisible();
  const before = await kept();
  await page.getByRole('button', { name: /Copy and verify to 2 drives/ }).click();
  await expect(card.locator('[data-state]')).toHaveAttribute('data-state', 'kept');
  await expect.poll(kept).toBe(before + 1);

  await open(page, id, 'wrap');
  await page.getByLabel('Filter Wrap of day 1').fill('D001');
  const row = page.getByRole('row').filter({ hasText: 'D001_C001.mov' });
  await expect(row).toContainText('7C');
  await expect(row).toContainText('Good');
  await expect(row).toContainText('kept');
});

test('without network takes are kept on the device, through a reload, and go out when it is back', async ({
  page,
  request,
  context,
}) => {
  const id = await ninthBell(request);
  await setClock(request, id, '11:40');
  await open(page, id, 'roll');
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  // Once with the worker in charge, so that it has seen the rows.
  await page.reload();
  await expect(state(page)).toBeVisible();
  await page.waitForLoadState('networkidle').catch(() => undefined);
  const before = (await rowsOf(request, id, 'takeEvents')).length;

  await context.setOffline(true);
  await page.keyboard.press('Space');
  await expect(state(page)).toHaveAttribute('data-roll-state', 'rolling');
  await expect(page.getByText(/assumed/).first()).toBeVisible();
  await pressable(page);
  await page.keyboard.press('Space');
  await page.keyboard.press('m');
  await expect(page.locator('[data-status]')).toContainText('waiting');
  await expect(page.locator('[data-take]').first()).toContainText('Maybe');
  // A page torn down in the same moment may lose a write that has only just begun: reload when all three are down.
  await expect.poll(() => heldOnDevice(page)).toBe(3);
  expect((await rowsOf(request, id, 'takeEvents')).length).toBe(before);

  await page.reload();
  await expect(page.locator('[data-take]').first()).toContainText('Maybe');
  await expect(page.locator('[data-status]')).toContainText('waiting');

  await context.setOffline(false);
  await saved(page);
  await expect.poll(async () => (await rowsOf(request, id, 'takeEvents')).length).toBeGreaterThanOrEqual(before + 3);
});

test('a cut is taken back within five seconds; a false start counts no more, and is brought back @deep', async ({
  page,
  request,
}) => {
  const id = await ninthBell(request);
  await open(page, id, 'roll');
  await page.keyboard.press('Space');
  await expect(state(page)).toHaveAttribute('data-roll-state', 'rolling');
  await pressable(page);
  await page.keyboard.press('Space');
  await expect(state(page)).toHaveAttribute('data-roll-state', 'standing');
  await page.keyboard.press('u');
  await expect(state(page)).toHaveAttribute('data-roll-state', 'rolling');
  await pressable(page);
  await page.keyboard.press('Space');
  await expect(state(page)).toHaveAttribute('data-roll-state', 'standing');
  await page.keyboard.press('r');
  await page.getByRole('button', { name: 'False start' }).click();
  const first = page.locator('[data-take]').first();
  await expect(first).toContainText('false start');
  await page.getByRole('button', { name: 'bring it back' }).click();
  await expect(first).not.toContainText('false start');
});

test('cameras go in and out of the take by letter, and letters are dead while typing @deep', async ({
  page,
  request,
}) => {
  const id = await ninthBell(request);
  await open(page, id, 'roll');
  const b = page.getByRole('button', { name: /^Camera B:/ });
  const was = await b.getAttribute('aria-pressed');
  await page.keyboard.press('b');
  await expect(b).not.toHaveAttribute('aria-pressed', was ?? '');
  await page.keyboard.press('t');
  await page.getByLabel(/^Note on take/).fill('');
  await page.keyboard.type('b g x');
  await expect(b).not.toHaveAttribute('aria-pressed', was ?? '');
  await expect(page.getByLabel(/^Note on take/)).toHaveValue('b g x');
  await page.keyboard.press('Escape');
});

test('a second window sees the roll at once', async ({ page, request, context }) => {
  const id = await ninthBell(request);
  await setClock(request, id, '12:00');
  const other = await context.newPage();
  await open(other, id, 'roll');
  await open(page, id, 'roll');
  await page.keyboard.press('Space');
  await expect(state(other)).toHaveAttribute('data-roll-state', 'rolling');
  await pressable(page);
  await other.keyboard.press('Space');
  await expect(state(page)).toHaveAttribute('data-roll-state', 'standing');
});
