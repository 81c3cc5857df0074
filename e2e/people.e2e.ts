import { expect, test } from '@playwright/test';
import { SCENE_DEFAULTS, SHOT_DEFAULTS } from '@kavrell/core/scenes';
import { cell, freshProduction, holdChanges, ninthBell, open, rowsOf, saved, visit, write } from './kavrell.ts';

test('two windows at one field: the second is told, sees both and decides; other fields both stand @deep', async ({
  page,
  request,
}) => {
  const id = await ninthBell(request);
  await open(page, id, 'people');
  await expect(cell(page, 'Piet Lam', 'role')).toHaveText('Sound recordist');
  const piet = async () => (await rowsOf(request, id, 'people')).find((p) => p.name === 'Piet Lam');

  // Another field: both stand, nobody is asked.
  let letGo = await holdChanges(page);
  await cell(page, 'Piet Lam', 'role').dblclick();
  await page.keyboard.type('Sound');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status]')).toContainText('waiting');
  await write(request, id, [
    {
      op: 'update',
      table: 'people',
      id: (await piet())?.id,
      version: (await piet())?.version,
      values: { department: 'Noise' },
    },
  ]);
  await letGo();
  await saved(page);
  expect(await piet()).toMatchObject({ role: 'Sound', department: 'Noise' });

  // The same field.
  letGo = await holdChanges(page);
  await cell(page, 'Piet Lam', 'role').dblclick();
  await page.keyboard.type('Recordist');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status]')).toContainText('waiting');
  await write(request, id, [
    {
      op: 'update',
      table: 'people',
      id: (await piet())?.id,
      version: (await piet())?.version,
      values: { role: 'Mixer' },
    },
  ]);
  await letGo();
  await expect(page.locator('[data-status]')).toHaveText(/1.change not taken/);
  await page.locator('[data-status]').click();
  await expect(page.getByRole('complementary')).toContainText('Somebody changed this person meanwhile.');
  await expect(page.getByRole('complementary')).toContainText('role: Recordist');
  await expect(cell(page, 'Piet Lam', 'role')).toHaveText('Mixer');
  await page.getByRole('button', { name: 'Keep mine' }).click();
  await expect.poll(async () => (await piet())?.role).toBe('Recordist');
  await write(request, id, [
    {
      op: 'update',
      table: 'people',
      id: (await piet())?.id,
      version: (await piet())?.version,
      values: { role: 'Sound recordist', department: 'Sound' },
    },
  ]);
});

test('a crew link opens what its role may, shows no phone, and ends when withdrawn @deep', async ({
  page,
  request,
  browser,
}) => {
  const id = await ninthBell(request);
  await open(page, id, 'people');
  await page.getByLabel('Whom the link is for').fill('Second logger');
  await page.getByRole('button', { name: 'Make a link for 14 days' }).click();
  const link = await page.getByLabel('The new link').inputValue();

  const stranger = await browser.newContext({
    storageState: { cookies: [], origins: [] },
    viewport: { width: 390, height: 844 },
  });
  const phone = await stranger.newPage();
  await phone.goto(link);
  await expect(phone.getByRole('heading', { name: /Thursday/ })).toBeVisible();
  const nav = phone.getByRole('navigation');
  await expect(nav.getByRole('link', { name: 'Call sheet' })).toBeVisible();
  await expect(nav.getByRole('link', { name: 'Scenes' })).toHaveCount(0);
  await nav.getByRole('link', { name: 'On the day' }).click();
  await expect(phone.locator('[data-roll-state]')).toBeVisible();
  const people = await rowsOf(stranger.request, id, 'people');
  expect(people.every((p) => p.phone === '')).toBe(true);

  await page
    .getByRole('listitem')
    .filter({ hasText: 'Second logger' })
    .getByRole('button', { name: 'Withdraw' })
    .click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Second logger' })).toHaveCount(0);
  await phone.reload();
  await expect(phone.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await stranger.close();
});

test('a used-up link and a wrong password are told in words', async ({ browser }) => {
  const stranger = await browser.newContext({ storageState: { cookies: [], origins: [] } });
  const page = await stranger.newPage();
  await page.goto(process.env.KAVRELL_E2E_LINK ?? '');
  await expect(page.getByText('This link is used up, expired or withdrawn.')).toBeVisible();
  await page.getByLabel('Password').fill('');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('Type the password.')).toBeVisible();
  await page.getByLabel('Password').fill('not the password');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('Name and password don’t go together.')).toBeVisible();
  await stranger.close();
});

test('from nothing: a production is begun, and every screen teaches its first step @deep', async ({
  page,
  request,
}) => {
  await page.goto('/');
  await page.getByLabel('New production').fill('   ');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('The title is missing.')).toBeVisible();
  await page.getByLabel('New production').fill('A quiet harbour film');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByRole('heading', { name: 'Brief' })).toBeVisible();
  const id = /\/p\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const firstSteps = {
    Scenes: 'No scene yet',
    Places: 'No place yet',
    Light: 'No light setup yet',
    Camera: 'No camera yet',
    People: 'Nobody yet',
    Day: 'No day yet',
    'Call sheet': 'No day yet',
    Roll: 'No day yet',
    Copies: 'No card yet',
    Wrap: 'No day yet',
  };
  for (const [screen, words] of Object.entries(firstSteps)) {
    await visit(page, screen);
    await expect(page.getByRole('heading', { name: words })).toBeVisible();
  }
  await visit(page, 'Call sheet');
  await page.getByRole('button', { name: 'Add a day' }).click();
  await page.getByLabel('The date of the new day', { exact: true }).fill('soon');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toContainText('“soon” is no date: write one such as 3 Dec');
  await page.getByLabel('The date of the new day', { exact: true }).fill('3 Dec');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toContainText('day 1 of 1');
  await page.getByRole('link', { name: 'Places' }).click();
  await page.getByRole('button', { name: 'Add a place' }).first().click();
  await page.getByRole('link', { name: 'People' }).click();
  await page.getByRole('button', { name: 'Add a person' }).first().click();
  await page.getByRole('link', { name: 'Scenes' }).click();
  await page.getByRole('button', { name: 'Add the first scene' }).click();
  await page.getByLabel('Add a shot in one line').fill('ws the quay 12min');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'Day' }).click();
  await page.getByLabel('Add shots to this day').selectOption('all');
  await expect(page.locator('[data-line]')).toContainText('the quay');
  await saved(page);
  expect(await rowsOf(request, id, 'dayItems')).toHaveLength(1);
});

test('far too much: long names and 300 shots stay readable and quick to move through', async ({ page, request }) => {
  const id = await freshProduction(
    request,
    'W'.repeat(60) + ' and a film about the longest title that anyone has typed',
  );
  const scene = crypto.randomUUID();
  const shot = (i: number) => ({
    ...SHOT_DEFAULTS,
    sceneId: scene,
    code: `1${String.fromCharCode(65 + Math.floor(i / 26))}${String.fromCharCode(65 + (i % 26))}`,
    position: i,
    description: `x${'long description '.repeat(12)}${i}`,
    size: 'ms',
    lens: '50 mm',
    takesPlanned: 2,
    rehearseMin: 1,
    priority: 'must',
  });
  await write(request, id, [
    {
      op: 'insert',
      table: 'scenes',
      id: scene,
      values: {
        ...SCENE_DEFAULTS,
        number: '1',
        title: 'V'.repeat(120),
        position: 1,
      },
    },
    ...Array.from({ length: 300 }, (_, i) => ({
      op: 'insert',
      table: 'shots',
      id: crypto.randomUUID(),
      values: shot(i),
    })),
  ]);
  await open(page, id, 'scenes');
  const drawn = page.locator('.table-body .table-row');
  await expect(drawn.first()).toBeVisible();
  // Only the rows in view are drawn.
  expect(await drawn.count()).toBeLessThan(60);
  await page.locator('.table-body [data-column="code"]').first().click();
  await page.keyboard.press('Control+End');
  await expect(page.locator('.table-body').getByText('1LN', { exact: true })).toBeVisible();
});
