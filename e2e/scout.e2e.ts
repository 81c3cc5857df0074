import { expect, test, type Page } from '@playwright/test';
import { ninthBell, open, rowsOf, saved, scrollsSideways } from './kavrell.ts';

// Here pages are read without a network: the copy of the program is made.
test.use({ serviceWorkers: 'allow' });

test.use({ viewport: { width: 390, height: 844 } });

const topic = (page: Page, key: string) => page.locator(`[data-topic="${key}"]`);
/** A grey picture of 64 × 48, as a telephone would give a large one. */
async function photograph(page: Page): Promise<Buffer> {
  const bytes = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(64, 48);
    const pen = canvas.getContext('2d');
    if (pen) {
      pen.fillStyle = '#777';
      pen.fillRect(0, 0, 64, 48);
    }
    return [...new Uint8Array(await (await canvas.convertToBlob({ type: 'image/jpeg' })).arrayBuffer())];
  });
  return Buffer.from(bytes);
}

test('a scouting walk with a thumb and no network: kept through a reload, sent when there is one', async ({
  page,
  request,
  context,
}) => {
  const id = await ninthBell(request);
  await open(page, id, 'places');
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.reload();
  await page.getByRole('tab', { name: 'Scouting walk' }).click();
  await page.getByRole('tab', { name: 'Founder’s bench' }).click();
  const known = Number(/^(\d+) of/.exec(await page.locator('[data-walk-count]').innerText())?.[1]);
  const photo = await photograph(page);
  await page.waitForLoadState('networkidle').catch(() => undefined);
  const before = (await rowsOf(request, id, 'placeFacts')).length;

  await context.setOffline(true);
  await topic(page, 'parking').getByRole('button').first().click();
  await topic(page, 'parking').getByLabel('What was found').fill('Two bays by the chandler’s, before seven');
  await topic(page, 'parking')
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: 'bay.jpg', mimeType: 'image/jpeg', buffer: photo });
  await expect(topic(page, 'parking').getByText('photograph is kept')).toBeVisible();
  await topic(page, 'parking').getByRole('button', { name: /^Keep/ }).click();
  // The next open question comes up by itself; what is wrong is said at its field.
  await expect(page.locator('[data-topic] [aria-expanded="true"]')).toHaveCount(1);
  await page.locator('[data-topic] [aria-expanded="true"]').click();
  await topic(page, 'noise').getByRole('button').first().click();
  await topic(page, 'noise').getByLabel('Every, min').fill('4');
  await topic(page, 'noise').getByLabel('Lasts, s').fill('often');
  await topic(page, 'noise').getByRole('button', { name: /^Keep/ }).click();
  await expect(topic(page, 'noise').getByRole('alert').first()).toBeVisible();
  await topic(page, 'noise').getByLabel('Lasts, s').fill('40');
  for (const [label, time] of [
    ['From', '08:00'],
    ['To', '18:00'],
  ] as const)
    await topic(page, 'noise').getByLabel(label, { exact: true }).fill(time);
  await topic(page, 'noise').getByRole('button', { name: /^Keep/ }).click();
  await expect(page.locator('[data-status]')).toContainText('waiting');
  expect((await rowsOf(request, id, 'placeFacts')).length).toBe(before);

  await page.reload();
  await page.getByRole('tab', { name: 'Founder’s bench' }).click();
  await expect(topic(page, 'parking')).toContainText('Two bays by the chandler’s');
  await topic(page, 'parking').getByRole('button').first().click();
  await expect(topic(page, 'parking').getByRole('img')).toBeVisible();
  expect(await scrollsSideways(page)).toBe(false);

  await context.setOffline(false);
  await saved(page);
  await expect.poll(async () => (await rowsOf(request, id, 'placeFacts')).length).toBeGreaterThan(before);
  await expect(page.locator('[data-walk-count]')).not.toContainText(new RegExp(`^${known} of`));
  const fact = (await rowsOf(request, id, 'placeFacts')).find((f) => String(f.words).startsWith('Two bays'));
  const picture = (await rowsOf(request, id, 'pictures')).find((p) => p.id === fact?.pictureId);
  expect((await request.get(`/api/productions/${id}/files/${String(picture?.fileHash)}`)).status()).toBe(200);
});

test('the sun: where it stands by slider, when it comes in, a window for a wish goes to the shots @deep', async ({
  page,
  request,
}) => {
  const id = await ninthBell(request);
  await open(page, id, 'places');
  await page.getByRole('tab', { name: 'Sun' }).click();
  await page.getByRole('tab', { name: 'Sea-mark tower' }).click();
  await page.getByLabel(/Face looks to/).fill('70');
  await page.getByLabel('Sky').selectOption('clear');
  await page.getByLabel('Wished').selectOption('back');
  await page.getByLabel(/no higher than/).fill('12');
  await expect(page.locator('[data-sun-windows]')).toContainText(/17:\d\d to 18:\d\d/);
  const before = await page.locator('[data-sun-now]').innerText();
  await page.getByRole('slider', { name: 'Hour' }).press('PageUp');
  await expect(page.locator('[data-sun-now]')).not.toHaveText(before);
  await page.getByLabel('Shot', { exact: true }).selectOption({ label: '9D The frame against the sun' });
  await page.getByRole('button', { name: 'Take it only then' }).click();
  await saved(page);
  const shot = (await rowsOf(request, id, 'shots')).find((s) => s.code === '9D');
  expect((shot?.windows as number[][] | undefined)?.[0]?.[0]).toBeGreaterThan(17 * 60);
  await page.keyboard.press('Control+z');
  await saved(page);
});
