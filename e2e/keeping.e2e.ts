import { mkdir, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { expect, test, type APIRequestContext } from '@playwright/test';
import { insert, ninthBell, open, ownNinthBell, rowsOf, saved, setClock, write } from './kavrell.ts';

test('the night is planned from what is out, and a theft is looked at before it happens @deep', async ({
  page,
  request,
}) => {
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

/** A production of its own with a card that holds one file and a drive, both in a folder of this test’s own. */
async function withCard(request: APIRequestContext, label: string): Promise<{ id: string; clip: string }> {
  const shared = await rowsOf(request, await ninthBell(request), 'drives');
  const { id } = await ownNinthBell(request);
  // Beside the demo’s drives: below the folder where this house looks for media.
  const folder = path.join(path.dirname(String(shared[0]!.path)), id);
  const at = { station: '', faults: null };
  const clip = path.join(folder, label, `${label}C001.mov`);
  await mkdir(path.dirname(clip), { recursive: true });
  await mkdir(path.join(folder, 'drive'));
  await writeFile(clip, Buffer.alloc(200_000, 3));
  await write(request, id, [
    insert('cards', { label, cameraId: null, path: path.dirname(clip), unloaded: true, whereabouts: '', ...at }),
    insert('drives', {
      ...{ name: 'Own drive', kind: 'ssd', path: path.join(folder, 'drive'), whereabouts: '', keepUntil: null, ...at },
    }),
  ]);
  return { id, clip };
}

test('a card that comes back empty is told, stands against its release, and is set aside by whoever looked @deep', async ({
  page,
  request,
}) => {
  const { id, clip } = await withCard(request, 'K001');
  await open(page, id, 'copies');
  const sheet = page.getByRole('complementary');
  await sheet.getByRole('button', { name: 'Read the card again' }).click();
  await expect(page.locator('[data-card="K001"]')).toContainText('on card only');
  await rm(clip);
  await sheet.getByRole('button', { name: 'Read the card again' }).click();
  await expect(sheet.getByRole('alert')).toContainText(/1.file of 1 that were on K001 is gone from it or shorter/);
  await sheet.getByRole('button', { name: 'I looked at it: set it aside' }).click();
  await expect(sheet.getByRole('list', { name: 'Life of the card' })).toContainText('Set aside by');
  await expect(sheet.getByRole('button', { name: 'I looked at it: set it aside' })).toHaveCount(0);
});

test('the night after the pour: a card is drawn onto a drive, and the word is that one may sleep @deep', async ({
  page,
  request,
}) => {
  const { id } = await withCard(request, 'K002');
  await setClock(request, id, '21:00');
  await open(page, id, 'copies');
  const row = page.locator('[data-card="K002"]');
  const [from, to] = [
    (await page.getByRole('button', { name: 'Card K002' }).boundingBox())!,
    (await page.locator('[data-drive="Own drive"]').boundingBox())!,
  ];
  await page.mouse.move(from.x + 12, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(from.x + 60, from.y - 20, { steps: 4 });
  await page.mouse.move(to.x + 20, to.y + 10, { steps: 6 });
  await page.mouse.up();
  await expect(row.getByText('verified')).not.toHaveCount(0);
  await page.getByRole('tab', { name: 'Tonight' }).click();
  await expect(page.locator('[data-may-sleep]')).toContainText(/You may sleep/);
});
