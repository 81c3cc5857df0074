import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, test, type APIRequestContext, type Browser, type Page } from '@playwright/test';
import { SCENE_DEFAULTS, SHOT_DEFAULTS } from '@kavrell/core/scenes';
import { PERSON_DEFAULTS } from '@kavrell/core/people';
import { cell, freshProduction, insert, holdChanges, open, ownNinthBell, rowsOf, saved, write } from './kavrell.ts';

// Here pages are read without a network: the copy of the program is made.
test.use({ serviceWorkers: 'allow' });

const scene = insert('scenes', { ...SCENE_DEFAULTS, number: '1', title: 'Harbour', position: 1 });
const status = (page: Page) => page.locator('[data-status]');

/** A production of its own with one shot. */
async function withShot(request: APIRequestContext, title: string): Promise<{ id: string; shotId: string }> {
  const id = await freshProduction(request, `${title} ${randomUUID().slice(0, 5)}`);
  const own = { ...scene, id: randomUUID() };
  const shot = insert('shots', {
    ...SHOT_DEFAULTS,
    sceneId: own.id,
    code: '1A',
    position: 1,
    description: 'the quay',
  });
  await write(request, id, [own, shot]);
  return { id, shotId: shot.id };
}

/** A window of its own for somebody with a link. */
async function linked(browser: Browser, request: APIRequestContext, productionId: string, role: string) {
  const made = await request.post(`/api/productions/${productionId}/links`, {
    data: { label: 'Mirko', role, days: 2 },
  });
  const { link, token } = (await made.json()) as { link: { id: string }; token: string };
  const context = await browser.newContext({ storageState: { cookies: [], origins: [] } });
  const page = await context.newPage();
  await page.goto(`/enter#${token}`);
  return { page, context, linkId: link.id };
}

test('somebody else’s change of the same field is asked about, both are shown, and the question outlives a reload', async ({
  page,
  request,
}) => {
  const { id, shotId } = await withShot(request, 'Asked');
  await open(page, id, 'scenes');
  const letGo = await holdChanges(page);
  await cell(page, '1A', 'description').dblclick();
  await page.keyboard.type('mine');
  await page.keyboard.press('Enter');
  await expect(cell(page, '1A', 'description')).toHaveText('mine');
  const [row] = await rowsOf(request, id, 'shots');
  const theirs = { op: 'update', table: 'shots', id: shotId, version: row!.version, values: { description: 'theirs' } };
  await write(request, id, [theirs]);
  await letGo();
  await expect(status(page)).toHaveAttribute('data-status', 'refused');
  await page.reload();
  await expect(status(page)).toHaveAttribute('data-status', 'refused');
  await status(page).click();
  const sheet = page.getByRole('complementary');
  await expect(sheet).toContainText('description: mine');
  await expect(sheet).toContainText('description: theirs');
  await sheet.getByRole('button', { name: 'Keep mine' }).click();
  await saved(page);
  await expect.poll(async () => (await rowsOf(request, id, 'shots'))[0]!.description).toBe('mine');
});

test('what one person left on a device waits for them; the owner sends it under their name', async ({
  page,
  request,
  context,
}) => {
  const { id } = await withShot(request, 'Left');
  await open(page, id, 'scenes');
  const change = randomUUID();
  // As another session on this device kept it.
  await page.evaluate(
    ({ productionId, change, clockId }) =>
      new Promise<void>((done, fail) => {
        const opening = indexedDB.open('kavrell');
        opening.onerror = () => fail(opening.error!);
        opening.onsuccess = () => {
          const put = opening.result.transaction('entries', 'readwrite');
          const values = { title: 'Left behind', number: '7' };
          const ops = [{ op: 'update', table: 'scenes', id: clockId, version: 1, values }];
          const set = { id: change, label: 'Named a scene', ops };
          const entry = {
            id: change,
            productionId,
            at: 0,
            label: 'Named a scene',
            form: 2,
            kind: 'changes',
            set,
            seen: {},
          };
          put.objectStore('entries').put({ ...entry, by: { role: 'log', name: 'Mirko' } });
          put.oncomplete = () => (opening.result.close(), done());
        };
      }),
    { productionId: id, change, clockId: (await rowsOf(request, id, 'scenes'))[0]!.id },
  );
  await page.reload();
  await expect(page.locator('main h1, main h2').first()).toBeVisible();
  await saved(page);
  expect((await rowsOf(request, id, 'scenes'))[0]!.title).toBe('Harbour');
  await expect(status(page)).toHaveText('Yours saved · 1 of others waits here');
  await status(page).click();
  const sheet = page.getByRole('complementary');
  await expect(sheet).toContainText('Made here by Mirko');
  await sheet.getByRole('button', { name: 'Send under the name of Mirko' }).click();
  await expect.poll(async () => (await rowsOf(request, id, 'scenes'))[0]!.title).toBe('Left behind');
  const list = (await (await request.get(`/api/productions/${id}/changes`)).json()) as { id: string; actor: string }[];
  expect(list.find((c) => c.id === change)?.actor).toBe('Mirko');
  await context.setOffline(false);
});

test('who reads the call sheet has the sheet, offline too, and nothing once the link is withdrawn @deep', async ({
  browser,
  request,
}) => {
  const { id } = await ownNinthBell(request);
  const { page, context, linkId } = await linked(browser, request, id, 'read');
  await expect(page.getByRole('heading', { name: 'Order of the day' })).toBeVisible();
  await expect(page.getByText('Nothing has gone out for this day yet')).toBeVisible();
  await page.getByRole('button', { name: 'Friday 19 March' }).click();
  await expect(page).toHaveURL(/\/2\/call-sheet$/);
  const rows = await page.evaluate(async (p) => (await fetch(`/api/productions/${p}/rows/people`)).status, id);
  expect(rows).toBe(403);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Order of the day' })).toBeVisible();
  // What the server said of the moment is not kept: by its old clock this device would be hours off.
  const told = await page.evaluate(async () => {
    const kept = await caches.match('/api/auth/me');
    return kept && ['content-type', 'x-kavrell-now', 'x-kavrell-epoch'].map((name) => kept.headers.has(name));
  });
  expect(told).toEqual([true, false, false]);
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Order of the day' })).toBeVisible();
  await expect(page.getByText(/No network: this is as it was at/)).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText(/No network: this is as it was at/)).toHaveCount(0);
  await request.delete(`/api/productions/${id}/links/${linkId}`);
  // The open stream is ended, and the page finds out why.
  await expect(page.getByLabel('Password')).toBeVisible();
  await context.close();
});

test('a screen that meets a fault says so, the rest goes on, and what happened can be copied @deep', async ({
  browser,
  request,
  baseURL,
}) => {
  const { id } = await withShot(request, 'Fault');
  await write(request, id, [insert('people', { ...PERSON_DEFAULTS, name: 'Wren', shortName: 'Wren' })]);
  const context = await browser.newContext({ serviceWorkers: 'block', ...(baseURL ? { baseURL } : {}) });
  const page = await context.newPage();
  // What no row of ours can be: the screen that draws it can’t.
  await page.route('**/rows/**', async (route) => {
    const reply = await route.fetch();
    const rows = (await reply.json()) as Record<string, Record<string, unknown>[]>;
    if (rows.people) rows.people = rows.people.map((p) => ({ ...p, away: 5 }));
    await route.fulfill({ response: reply, json: rows });
  });
  await page.goto(`/p/${id}/1/people`);
  await expect(page.getByRole('heading', { name: 'This screen met a fault in Kavrell' })).toBeVisible();
  await page.getByRole('button', { name: /Report it/ }).click();
  await expect(page.getByLabel('What happened')).toHaveValue(/Where: people/);
  await expect(page.getByRole('contentinfo')).toBeVisible();
  await page.getByRole('link', { name: 'Brief', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Brief' })).toBeVisible();
  await context.close();
});

test('while what changed is being read nobody is told of trouble; that it can’t be read is told @deep', async ({
  browser,
  request,
  baseURL,
}) => {
  const { id } = await withShot(request, 'Read');
  const context = await browser.newContext({ serviceWorkers: 'block', ...(baseURL ? { baseURL } : {}) });
  const page = await context.newPage();
  await open(page, id, 'brief');
  let answer: () => void = () => undefined;
  const asked = new Promise<void>((done) => (answer = done));
  const detail = 'What changed can’t be read now.';
  await page.route('**/changes', async (route) => {
    await asked;
    await route.fulfill({
      status: 403,
      json: { type: 'about:blank', title: 'Not now', status: 403, code: 'now', detail },
    });
  });
  await page.getByRole('tab', { name: 'What changed' }).click();
  await expect(page.getByText('Reading what changed …')).toBeVisible();
  await expect(page.getByRole('main').getByRole('alert')).toHaveCount(0);
  answer();
  await expect(page.getByRole('main').getByRole('alert')).toContainText(detail);
  await context.close();
});

test('a server that is just starting takes nothing away: what is typed stays, and the window hears again @deep', async ({
  browser,
  request,
  baseURL,
}) => {
  const { id, shotId } = await withShot(request, 'Starting');
  const context = await browser.newContext({ serviceWorkers: 'block', ...(baseURL ? { baseURL } : {}) });
  const page = await context.newPage();
  let refused = 0;
  const notYet = { status: 503, contentType: 'application/problem+json', body: '{}' };
  await page.route(/\/live$/, (route) => ((refused += 1), route.fulfill(notYet)));
  await open(page, id, 'brief');
  await page.getByLabel('What it must say').fill('half a thought');
  // From here even the question who is signed in is refused.
  await page.route(/\/auth\/me$/, (route) => route.fulfill(notYet));
  await expect.poll(() => refused).toBeGreaterThan(2);
  await expect(page.getByLabel('What it must say')).toHaveValue('half a thought');
  await page.unroute(/\/auth\/me$/);
  await page.unroute(/\/live$/);
  await saved(page);
  const [row] = await rowsOf(request, id, 'shots');
  await write(request, id, [
    { op: 'update', table: 'shots', id: shotId, version: row!.version, values: { description: 'told again' } },
  ]);
  await page.getByRole('link', { name: 'Scenes', exact: true }).click();
  await expect(cell(page, '1A', 'description')).toHaveText('told again');
  await context.close();
});

test('a real card that is plugged in is read, copied and kept; a drive that is not there is never made @deep', async ({
  page,
  request,
}) => {
  const id = await freshProduction(request, `Real ${randomUUID().slice(0, 5)}`);
  const [production] = await rowsOf(request, id, 'productions');
  // The machine of the tests has one disk: on it one copy is one copy.
  const keepPolicy = { verifiedCopies: 1, apart: false, format: 'never', leaveOut: [] };
  await write(request, id, [
    { op: 'update', table: 'productions', id, version: production!.version, values: { keepPolicy } },
  ]);
  const { roots } = (await (await request.get('/api/media-roots')).json()) as { roots: { path: string }[] };
  const at = (name: string) => path.join(roots[0]!.path, name);
  const [card, drive] = [`Q${id.slice(0, 3).toUpperCase()}1`.replace(/[^A-Z0-9]/g, 'X'), `disk-${id.slice(0, 5)}`];
  await open(page, id, 'copies');
  await page.getByRole('main').getByRole('button', { name: 'Read a card' }).first().click();
  mkdirSync(path.join(at(card), 'CLIPS'), { recursive: true });
  for (const name of ['one.bin', 'two.bin']) writeFileSync(path.join(at(card), 'CLIPS', name), name.repeat(90_000));
  mkdirSync(at(drive));
  try {
    const found = (name: string) => page.locator(`[data-found="${name}"]`);
    await expect(found(card)).toContainText('2 files');
    await found(drive).getByRole('button', { name: 'It is a drive' }).click();
    await expect(found(drive)).toHaveCount(0);
    await found(card).getByRole('button', { name: 'It is a card' }).click();
    await expect(page.getByLabel('Its label')).toHaveValue(card);
    await page.getByRole('button', { name: 'Read it' }).click();
    await expect(page.locator(`[data-card="${card}"]`)).toContainText('2');
    const sheet = page.getByRole('complementary');
    await expect(sheet).not.toContainText('Simulated');
    // Pulled out before it is copied to: refused in words, and no folder is made in its place.
    renameSync(at(drive), at(`${drive}-away`));
    await sheet.getByRole('button', { name: 'Copy and verify to 1 drive' }).click();
    await expect(page.getByRole('status').filter({ hasText: 'is the card or drive plugged in?' })).toBeVisible();
    expect(existsSync(at(drive))).toBe(false);
    renameSync(at(`${drive}-away`), at(drive));
    await sheet.getByRole('button', { name: 'Copy and verify to 1 drive' }).click();
    await expect(page.locator(`[data-card="${card}"] [data-state="kept"]`)).toBeVisible();
    expect(readdirSync(path.join(at(drive), card)).sort()).toEqual(['CLIPS', 'ascmhl']);
    expect(readdirSync(at(card))).toEqual(['CLIPS']);
    await page.getByRole('tab', { name: 'Drives' }).click();
    await expect(sheet).toContainText('Taken on');
  } finally {
    for (const name of [card, drive, `${drive}-away`]) rmSync(at(name), { recursive: true, force: true });
  }
});
