import { expect, test } from '@playwright/test';
import { cell, ninthBell, open, rowsOf, saved, visit } from './kavrell.ts';

test('a shot is moved by mouse alone', async ({ page, request }) => {
  const id = await ninthBell(request);
  const scene = (await rowsOf(request, id, 'scenes')).find((s) => s.number === '8');
  await open(page, id, `scenes#${scene?.id}`);
  const codes = () => page.locator('.table-body [data-column="code"]').allTextContents();
  await expect.poll(codes).toEqual(['8A', '8B', '8C', '8D']);
  await cell(page, '8C', 'code').click();
  await page.getByRole('button', { name: 'Move up' }).click();
  await expect.poll(codes).toEqual(['8A', '8C', '8B', '8D']);
  await page.getByRole('button', { name: 'Move down' }).click();
  await expect.poll(codes).toEqual(['8A', '8B', '8C', '8D']);
  await saved(page);
});

test('the health of the house can be asked without signing in', async ({ playwright }) => {
  const stranger = await playwright.request.newContext({ baseURL: process.env.KAVRELL_E2E_ADDRESS ?? '' });
  expect(await (await stranger.get('/api/health')).json()).toMatchObject({ ok: true, database: true, worker: true });
  await stranger.dispose();
});

test.describe('without the worker between', () => {
  // What the service worker fetches is not seen by the page.
  test.use({ serviceWorkers: 'block' });
  test('a screen whose code can’t be fetched is told in words, the frame stays, and trying again brings it', async ({
    page,
    request,
  }) => {
    await page.route('**/assets/PlacesScreen*', (route) => route.abort());
    await open(page, await ninthBell(request), 'day');
    await page.getByRole('link', { name: 'Places' }).click();
    await expect(page.getByRole('main').getByRole('alert')).toContainText('server does not answer');
    await expect(page.locator('[data-status]')).toBeVisible();
    await page.unroute('**/assets/PlacesScreen*');
    await page.getByRole('button', { name: 'Try again' }).click();
    await expect(page.getByRole('heading', { name: 'Places', level: 1 })).toBeVisible();
  });
  test('a production’s rows are read with one request when it is opened', async ({ page, request }) => {
    const asked: string[] = [];
    page.on('request', (r) => (r.url().includes('/rows/') ? asked.push(r.url()) : undefined));
    await open(page, await ninthBell(request), 'day');
    expect(asked).toHaveLength(1);
    await visit(page, 'Places');
    expect(asked).toHaveLength(1);
  });
});
