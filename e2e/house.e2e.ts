import { expect, test } from '@playwright/test';
import { cell, ninthBell, open, rowsOf, saved } from './kavrell.ts';

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
