import { expect, test } from '@playwright/test';
import { ninthBell, open, rowsOf, saved, setClock } from './kavrell.ts';

test('the night is planned from what is out, and a theft is looked at before it happens', async ({ page, request }) => {
  const id = await ninthBell(request);
  await setClock(request, id, '20:00');
  await open(page, id, 'copies');
  await page.getByRole('tab', { name: 'Tonight' }).click();
  await expect(page.locator('[data-may-sleep]')).toContainText(/You may sleep/);
  await page.getByLabel('Asleep from').fill('20:05');
  await page.reload();
  // What was typed stays on this device.
  await page.getByRole('tab', { name: 'Tonight' }).click();
  await expect(page.getByLabel('Asleep from')).toHaveValue('20:05');

  await page.getByRole('tab', { name: 'Where they are' }).click();
  await expect(page.getByRole('region', { name: 'What one loss would cost' })).toContainText(
    /If .* (lost|dies|stolen)/,
  );
  const fast = page.getByLabel('Fast 1 is with');
  await expect(fast).toHaveValue('Sunniva’s bag');
  await fast.selectOption('Card wallet');
  await saved(page);
  const where = async () => (await rowsOf(request, id, 'drives')).find((d) => d.name === 'Fast 1')?.whereabouts;
  expect(await where()).toBe('Card wallet');
  await page.keyboard.press('ControlOrMeta+z');
  await expect(fast).toHaveValue('Sunniva’s bag');
  await saved(page);
  expect(await where()).toBe('Sunniva’s bag');
});
