import { execFileSync } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { expect, test, type APIRequestContext } from '@playwright/test';
import { TABLE_NAMES } from '@kavrell/core/tables';
import { ROOM_DEFAULTS } from '@kavrell/core/places';
import { freshProduction, insert, ninthBell, open, ownNinthBell, rowsOf, saved, unzip, write } from './kavrell.ts';

const KAVRELL = path.join(import.meta.dirname, '..', 'cli', 'bin', 'kavrell.mjs');
let folder: string;
test.beforeEach(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'kavrell-wrap-'));
});
test.afterEach(() => rm(folder, { recursive: true, force: true }));

test('the bell’s first day is wrapped to a hand-over that opens anywhere and is whole', async ({ page, request }) => {
  const id = await ninthBell(request);
  await open(page, id, 'wrap');
  // What is missing leads, with what harms most first; and each line is a press from where it is settled.
  const kinds = page.locator('[data-missing]');
  await expect(kinds.first()).toBeVisible();
  expect(await kinds.evaluateAll((all) => all.map((e) => (e as HTMLElement).dataset.missing))).toContain('must');
  await page.locator('[data-missing=must]').getByRole('button', { name: 'To Roll' }).click();
  await expect(page).toHaveTitle(/^Roll ·/);
  await open(page, id, 'wrap');
  await page.getByRole('tab', { name: 'Hand-over' }).click();
  await page.getByLabel('Who cuts it').fill('Mara at the cutting room');
  await page.getByLabel('Who cuts it').press('Enter');
  await saved(page);
  await page.getByLabel('For whom').selectOption('editor');
  await page.getByRole('button', { name: 'Make it' }).click();
  const fetched = page.waitForEvent('download');
  await page.locator('[data-bundle=done]').first().getByRole('link', { name: 'Fetch it' }).click();
  const zip = path.join(folder, 'hand-over.zip');
  await (await fetched).saveAs(zip);
  expect(execFileSync('node', [KAVRELL, 'verify', zip], { encoding: 'utf8' })).toMatch(/\d+ files verified/);
  // The page in it opens from a folder, in a browser that may run no script.
  const parts = unzip(await readFile(zip));
  await writeFile(path.join(folder, 'index.html'), Buffer.from(parts.get('index.html')!, 'latin1'));
  const bare = await page.context().browser()!.newContext({ javaScriptEnabled: false });
  const reader = await bare.newPage();
  await reader.goto(pathToFileURL(path.join(folder, 'index.html')).href);
  await expect(reader.getByRole('heading', { name: 'The Ninth Bell', level: 1 })).toBeVisible();
  await expect(reader.getByText('Cut by Mara at the cutting room.')).toBeVisible();
  await expect(reader.getByText('Musts not had')).toBeVisible();
  await expect(reader.getByRole('link', { name: 'shot list.pdf' })).toBeVisible();
  await bare.close();
});

/** Every row of a production by table, as its owner reads them. */
async function everything(request: APIRequestContext, id: string): Promise<Record<string, unknown[]>> {
  const lists = await Promise.all(TABLE_NAMES.map(async (t) => [t, await rowsOf(request, id, t)] as const));
  return Object.fromEntries(lists.map(([t, rows]) => [t, [...rows].sort((a, b) => (a.id < b.id ? -1 : 1))]));
}

test('a job is fetched whole, deleted for good, brought in again, and is equal; brought in twice it says so @deep', async ({
  page,
  request,
}) => {
  const { id } = await ownNinthBell(request);
  const [production] = await rowsOf(request, id, 'productions');
  const title = String(production!.title);
  const before = await everything(request, id);
  await open(page, id, 'wrap');
  await page.getByRole('tab', { name: 'Whole job' }).click();
  const fetched = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Fetch the whole job' }).click();
  const zip = path.join(folder, 'job.zip');
  await (await fetched).saveAs(zip);

  await page.goto('/');
  const entry = page.locator(`[data-production="${title}"]`);
  await entry.getByRole('button', { name: `More about ${title}` }).click();
  await entry.getByRole('button', { name: 'Delete' }).click();
  await expect(entry).toHaveCount(0);
  await page.getByRole('button', { name: /deleted$/ }).click();
  const put = page.locator(`[data-put="${title}"]`);
  await put.getByRole('button', { name: 'Delete for good' }).click();
  await put.getByLabel(/^To delete/).fill(title);
  await put.getByRole('button', { name: 'Delete it for good' }).click();
  await expect(put).toHaveCount(0);

  const input = page.locator('[data-bring-in] input[type=file]');
  await input.setInputFiles(zip);
  await expect(page).toHaveURL(new RegExp(`/p/${id}/`));
  const after = await everything(request, id);
  for (const table of TABLE_NAMES) expect(after[table], table).toEqual(before[table]);

  await page.goto('/');
  await input.setInputFiles(zip);
  await expect(page.getByRole('alert')).toContainText('is here already');
  await page.getByRole('button', { name: 'Bring it in as a copy' }).click();
  await expect(page).toHaveURL(/\/p\/[0-9a-f-]{36}\//);
  expect(page.url()).not.toContain(id);
  const copy = /\/p\/([0-9a-f-]{36})\//.exec(page.url())![1]!;
  expect(await rowsOf(request, copy, 'shots')).toHaveLength(before.shots!.length);
});

test('a setup of the bell is kept, and built again on another job in a smaller room @deep', async ({
  page,
  request,
}) => {
  const bell = await ninthBell(request);
  await open(page, bell, 'wrap');
  await page.getByRole('tab', { name: 'Book' }).click();
  await page.getByRole('button', { name: /^Keep it/ }).click();
  await expect(page.getByText(/All of it stands in the book/)).toBeVisible();

  const job = await freshProduction(request, 'Another job');
  const [placeId, roomId] = ['5a1e0000-0000-7000-8000-000000000001', '5a1e0000-0000-7000-8000-000000000002'].map((x) =>
    x.replace('5a1e0000', job.slice(0, 8)),
  ) as [string, string];
  const [place] = await rowsOf(request, bell, 'places');
  const { id: _i, productionId: _p, version: _v, deletedAt: _d, ...fields } = place!;
  await write(request, job, [
    insert('places', { ...fields, name: 'Attic' }, placeId),
    insert(
      'rooms',
      { ...ROOM_DEFAULTS, placeId, name: 'Under the roof', position: 1, widthM: 3, depthM: 2.6, heightM: 2.1 },
      roomId,
    ),
  ]);
  await open(page, job, 'light', 0);
  await page.getByRole('button', { name: 'One of a former job' }).click();
  const first = page.locator('[data-book]').first();
  await expect(first).toContainText('This room is smaller');
  await first.getByRole('button', { name: 'Put it in' }).click();
  await expect(page.getByRole('tab', { name: 'L1' })).toBeVisible();
  await saved(page);
  const [setup] = await rowsOf(request, job, 'setups');
  const plan = setup!.plan as { roomId: string; items: { xM: number; yM: number; zM: number; kind: string }[] };
  expect(plan.roomId).toBe(roomId);
  expect(plan.items.some((i) => i.kind === 'source')).toBe(true);
  for (const i of plan.items) {
    expect(i.xM).toBeLessThanOrEqual(3);
    expect(i.yM).toBeLessThanOrEqual(2.6);
    expect(i.zM).toBeLessThanOrEqual(2.1);
  }
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await rowsOf(request, job, 'setups')).length).toBe(0);
});

test('notes of a rough cut become shots of the next day, like the shot that is named @deep', async ({
  page,
  request,
}) => {
  const { id, plan } = await ownNinthBell(request);
  await open(page, id, 'wrap');
  await page.getByRole('tab', { name: 'Pick-ups' }).click();
  await page.getByLabel('Notes from the rough cut').fill('00:01:12:04 more of 3B: her hands\nscene 4: the fire alone');
  await page.getByRole('button', { name: /^2.pick-ups onto day 2$/ }).click();
  await saved(page);
  const fresh = (await rowsOf(request, id, 'shots')).filter((s) => s.pass === 'pick-up');
  const like = plan.shots.find((s) => s.code === '3B')!;
  expect(fresh).toHaveLength(2);
  expect(fresh.find((s) => s.sceneId === like.sceneId)).toMatchObject({ setupId: like.setupId, priority: 'must' });
  await open(page, id, 'day', 2);
  for (const shot of fresh) await expect(page.getByText(String(shot.code), { exact: true }).first()).toBeVisible();
});
