import { expect, test } from '@playwright/test';
import { open, ownNinthBell, rowsOf, saved } from './kavrell.ts';

test('from what the bell needs to a packed van; one thing is left behind, and it is known', async ({
  page,
  request,
}) => {
  const { id } = await ownNinthBell(request);
  await open(page, id, 'kit');
  await expect(page.getByText(/things needed; what of it is there nobody said yet/)).toBeVisible();
  await page.getByRole('button', { name: 'All of it is there' }).click();
  await saved(page);
  await expect(page.getByText(/^all of \d+.things there/)).toBeVisible();
  expect((await rowsOf(request, id, 'kitLines')).length).toBeGreaterThan(20);

  await page.getByRole('tab', { name: 'Taken along' }).click();
  const reader = page.locator('[data-kit="card reader"]');
  await reader.getByRole('button', { name: 'card reader: Packed' }).click();
  await reader.getByRole('button', { name: 'card reader: Out, at the place' }).click();
  await reader.getByRole('button', { name: 'card reader is missing' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Missing' })).toContainText('card reader (last seen: ');
  // What is missing is needed again.
  await expect(page.getByText(/^1 of \d+.things still to be got/)).toBeVisible();
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByText(/1 of \d+.things still to be got/)).toHaveCount(0);

  await page.getByRole('tab', { name: 'In the van' }).click();
  await expect(page.locator('[data-packed]')).toContainText(/All 15.pieces are in: \d+.% full, 390.kg of 900.kg/);
  await page.getByRole('button', { name: 'From the empty van' }).click();
  await expect(page.locator('[data-piece]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Next piece' }).click();
  await expect(page.locator('[data-piece]')).toHaveCount(1);
  const first = page.getByRole('list', { name: 'In the order of loading' }).getByRole('listitem').first();
  await expect(first).toContainText('on the floor');
});
