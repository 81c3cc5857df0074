import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { NO_FAULTS } from '@kavrell/core/copies';
import { ninthBell, open, rowsOf, saved, write } from './kavrell.ts';

let id: string;
test.beforeAll(async ({ request }) => {
  id = await ninthBell(request);
});

const sheet = (page: Page) => page.getByRole('complementary');
const job = (page: Page) => page.locator('[data-job]');
const row = (page: Page, label: string) => page.locator(`[data-card="${label}"]`);
/** Chooses these drives and no others, and copies the card to them. */
async function copyTo(page: Page, label: string, drives: readonly string[]): Promise<void> {
  await page.getByRole('button', { name: `Card ${label}` }).click();
  for (const drive of ['Fast 1', 'Fast 2', 'Night disk']) {
    await sheet(page).getByLabel(drive).setChecked(drives.includes(drive));
  }
  await sheet(page)
    .getByRole('button', { name: /^Copy and verify to/ })
    .click();
}
async function setFaults(request: APIRequestContext, drive: string, faults: object | null): Promise<void> {
  const found = (await rowsOf(request, id, 'drives')).find((d) => d.name === drive)!;
  await write(request, id, [
    {
      op: 'update',
      table: 'drives',
      id: found.id,
      version: found.version,
      values: { faults: faults && { ...NO_FAULTS, ...faults } },
    },
  ]);
}

test('a slow drive is paused and goes on; then the card is kept on two kinds of device, and released @deep', async ({
  page,
  request,
}) => {
  await setFaults(request, 'Night disk', { speedMBps: 2 });
  await open(page, id, 'copies');
  await page.getByRole('button', { name: 'Card A001' }).click();
  await expect(sheet(page)).toContainText('Do not format A001.');
  await expect(sheet(page)).toContainText('All its copies are on one kind of device');
  await copyTo(page, 'A001', ['Night disk']);
  await expect(job(page).getByText(/B\/s/)).toBeVisible();
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect(job(page)).toHaveAttribute('data-job', 'paused');
  await page.reload();
  await expect(job(page)).toContainText('A001 is paused: what is verified stays');
  await setFaults(request, 'Night disk', null);
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(job(page)).toHaveCount(0);
  await expect(row(page, 'A001').getByText('verified')).toHaveCount(3);
  await page.getByRole('button', { name: 'Card A001' }).click();
  await page.getByRole('button', { name: 'Release A001 to be formatted' }).click();
  await expect(row(page, 'A001')).toContainText('may be formatted');
  await expect(sheet(page)).toContainText(/Released by .+: 9 files verified on Fast 1/);
  await page.getByRole('button', { name: 'Take the release back' }).click();
  await expect(row(page, 'A001')).not.toContainText('may be formatted');
});

test('troubles are switched on, a drive fails alone with its reason, and what helps is said @deep', async ({
  page,
}) => {
  await open(page, id, 'copies');
  await page.getByRole('tab', { name: 'Drives', exact: true }).click();
  await page.getByRole('row', { name: /Fast 2/ }).click();
  await sheet(page).getByLabel('Full after, MB').fill('a lot');
  await sheet(page).getByLabel('Full after, MB').press('Enter');
  await expect(sheet(page).getByRole('alert')).toHaveText('Type a number, or leave it empty for none.');
  await sheet(page).getByLabel('Full after, MB').fill('6');
  await sheet(page).getByLabel('Full after, MB').press('Enter');
  await saved(page);
  await page.getByRole('tab', { name: 'Cards', exact: true }).click();
  await copyTo(page, 'B001', ['Fast 2', 'Night disk']);
  await expect(sheet(page).getByRole('alert')).toContainText('Fast 2: ');
  await expect(sheet(page).getByRole('alert')).toContainText('The drive is full.');
  await expect(sheet(page).getByRole('alert')).toContainText('Make room on the drive or choose another');
  await expect(row(page, 'B001')).toContainText('1 failed');
  await expect(row(page, 'B001').getByText('verified')).not.toHaveCount(0);
  await page.getByRole('tab', { name: 'Drives', exact: true }).click();
  await page.getByRole('row', { name: /Fast 2/ }).click();
  await page.getByRole('button', { name: 'Nothing goes wrong' }).click();
  await saved(page);
  await page.getByRole('tab', { name: 'Cards', exact: true }).click();
  await copyTo(page, 'B001', ['Fast 2']);
  await expect(row(page, 'B001')).not.toContainText('failed');
});

test('copies are read again, and one that turned meanwhile loses its word until it is mended @deep', async ({
  page,
  request,
}) => {
  await setFaults(request, 'Fast 1', { flips: 'later' });
  await open(page, id, 'copies');
  await page.getByRole('button', { name: 'Card B001' }).click();
  await page.getByRole('button', { name: 'Read its copies again' }).click();
  await expect(sheet(page).getByRole('alert')).toContainText('It is not as it was copied');
  await expect(sheet(page).getByRole('alert')).toContainText('can’t be trusted any more');
  await setFaults(request, 'Fast 1', null);
  await page.getByRole('button', { name: 'Read its copies again' }).click();
  await expect(sheet(page).getByRole('alert')).toHaveCount(0);
});
