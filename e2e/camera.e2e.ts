import { randomUUID } from 'node:crypto';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { PERSON_DEFAULTS } from '@kavrell/core/people';
import { SCENE_DEFAULTS, SHOT_DEFAULTS } from '@kavrell/core/scenes';
import { freshProduction, insert, ninthBell, open, rowsOf, saved, write } from './kavrell.ts';

const view = (page: Page, name: string) =>
  page.getByRole('tablist', { name: 'Camera' }).getByRole('tab', { name, exact: true }).click();

test('the seeded mismatches of four cameras are shouted, ranked by harm; one is mended on the walk past @deep', async ({
  page,
  request,
}) => {
  const id = await ninthBell(request);
  await open(page, id, 'camera');
  const shouted = page.locator('[data-differences]');
  await expect(shouted.locator('li').first()).toContainText('Camera B: frame rate stands at 23.976, the job wants 25.');
  await expect(shouted).toContainText('Camera C: time zone stands at Europe/Berlin, the job wants Europe/London.');
  await expect(shouted).toContainText('Camera A will call its next card A001');
  await expect(page.locator('[data-prep="D"]')).toContainText('not looked at');

  await view(page, 'Walk past');
  await page.getByRole('tab', { name: 'Camera C' }).click();
  const zone = page.locator('[data-setting="timeZone"]');
  await expect(zone).toContainText('stands at Europe/Berlin');
  await zone.getByRole('button', { name: 'As wanted' }).click();
  await expect(zone.getByRole('button', { name: 'So it is' })).toBeVisible();
  // What can’t be is refused at the field, and nothing is written.
  const white = page.locator('[data-setting="whiteK"]');
  await white.getByRole('button', { name: 'Other' }).click();
  await white.getByLabel(/White balance stands at/).fill('warm');
  await page.keyboard.press('Enter');
  await expect(white.getByRole('alert')).toContainText('White balance is a number of K above 0');
  await saved(page);
  await view(page, 'Settings');
  await expect(shouted).not.toContainText('time zone');
  await page.keyboard.press('Control+z');
  await expect(shouted).toContainText('time zone');
});

test('a test clip says what the camera stands at; what is no clip is refused in words @deep', async ({
  page,
  request,
}) => {
  const id = await ninthBell(request);
  const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-e2e-clip-'));
  const [clip, list] = [path.join(dir, 'test.mov'), path.join(dir, 'list.mov')];
  const source = ['-v', 'error', '-y', '-f', 'lavfi', '-i', 'testsrc2=size=1920x1080:rate=25', '-t', '0.4'];
  execFileSync('ffmpeg', [...source, '-timecode', '10:00:00:00', '-c:v', 'mpeg4', clip]);
  writeFileSync(list, 'milk, bread, lamp oil');
  await open(page, id, 'camera');
  await view(page, 'Walk past');
  await page.getByRole('tab', { name: 'Camera D' }).click();
  const drop = page.locator('input[type=file]');
  await drop.setInputFiles(list);
  await expect(page.getByRole('alert')).toContainText('no moving picture');
  await drop.setInputFiles({ name: 'D.mov', mimeType: 'video/quicktime', buffer: readFileSync(clip) });
  await expect(page.locator('[data-setting="pictureSize"]')).toContainText('stands at 1920×1080');
  await saved(page);
  const d = (await rowsOf(request, id, 'cameras')).find((c) => c.letter === 'D');
  expect(d?.settings).toMatchObject({ pictureSize: { value: '1920×1080', from: 'clip' }, rate: { value: '25' } });
  rmSync(dir, { recursive: true, force: true });
});

test('the pour at 100 frames a second: the shutter that mains light can’t ripple in, its price, and kept for the shot @deep', async ({
  page,
  request,
}) => {
  const id = await ninthBell(request);
  await open(page, id, 'camera');
  await view(page, 'Exposure');
  const shot = page.getByRole('combobox', { name: /^Shot/ });
  const pour = (await shot.locator('option').allInnerTexts()).find((t) => t.startsWith('7B on'));
  await shot.selectOption({ label: pour ?? '' });
  const figure = (name: string) => page.locator(`[data-figure="${name}"]`);
  await page.getByLabel('Frames a second').fill('100');
  await page.keyboard.press('Enter');
  await expect(figure('Shutter')).toHaveText('180°');
  await expect(page.locator('[data-notes]')).toContainText('180° takes in 0.50 ripples');
  await page.getByRole('complementary').getByLabel('Shutter').selectOption('flickerSafe');
  await page.getByLabel('Frames a second').fill('100');
  await page.keyboard.press('Enter');
  await expect(figure('Shutter')).toHaveText('360°');
  await expect(page.locator('[data-ladder]')).toContainText('100 frames a second');
  await expect(page.locator('[data-ladder]')).toContainText('−2.0 stops');
  await expect(figure('Plays')).toHaveText('4.0 × slower');
  // Another one left open: the stop is solved from the rest.
  await page.getByRole('button', { name: 'Solve T-stop' }).click();
  await expect(figure('Over or under')).toHaveText('right');
  await page.getByRole('button', { name: '7B at 100 frames a second' }).click();
  await saved(page);
  const seven = (await rowsOf(request, id, 'shots')).find((s) => s.code === '7B');
  expect(seven?.fps).toBe(100);
  await view(page, 'Lenses, fit');
  await expect(page.locator('[data-fit]')).toContainText('7B on');
  for (let i = 0; i < 2; i += 1) {
    await page.keyboard.press('Control+z');
    await saved(page);
  }
});

test('six people into the recorder, and a channel conflict mended @deep', async ({ page, request }) => {
  const id = await freshProduction(request, 'Six voices');
  const people = Array.from({ length: 6 }, () => randomUUID());
  const scene = randomUUID();
  await write(request, id, [
    ...people.map((p, i) =>
      insert('people', { ...PERSON_DEFAULTS, name: `Voice ${i + 1}`, shortName: `V${i + 1}`, kind: 'talent' }, p),
    ),
    insert('scenes', { ...SCENE_DEFAULTS, number: '1', title: 'All six', position: 1, personIds: people }, scene),
    insert('shots', {
      ...SHOT_DEFAULTS,
      sceneId: scene,
      code: '1A',
      position: 1,
      personIds: people,
      sound: 'pin microphones',
    }),
  ]);
  await open(page, id, 'camera');
  await view(page, 'Sound');
  await expect(page.getByText('Nobody is heard yet')).toBeVisible();
  await page.getByRole('button', { name: 'A microphone for all who speak' }).click();
  await page.getByRole('button', { name: 'Recorder, 8 tracks' }).click();
  await page.getByRole('button', { name: 'Patch what is nowhere' }).click();
  const channel = (n: number) => page.getByLabel(`Recorder channel ${n}`, { exact: true });
  await expect(channel(6).locator('option:checked')).toHaveText('V6');

  await saved(page);
  // Somebody edits a line of the patch onto a channel that is taken.
  const findings = page.locator('[data-patch-findings]');
  const routes = await rowsOf(request, id, 'soundRoutes');
  const sixth = routes.find((r) => r.channel === 6);
  await write(request, id, [
    { op: 'update', table: 'soundRoutes', id: sixth?.id, version: sixth?.version, values: { channel: 2 } },
  ]);
  await expect(findings).toContainText('V2 and V6 are both on channel 2 of Recorder');
  await expect(findings).toContainText('V6 to channel 6');
  const line = page.getByRole('row').filter({ hasText: 'V6' }).filter({ hasText: 'Recorder' });
  await line.locator('[data-column="channel"]').dblclick();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('6');
  await page.keyboard.press('Enter');
  await expect(findings).not.toContainText('both on channel');
  await saved(page);
  // Before people sit: heard, recorded, ok.
  const first = page.locator('[data-check-in] button').first();
  for (const words of ['heard', 'recorded and played back', 'ok']) {
    await first.click();
    await expect(first).toContainText(words);
  }
  await expect(page.getByText('Before people sit: 1 of 6 ok')).toBeVisible();
});

test('the air: what disturbs what is named, and a clean set is found; a fault is found by swapping @deep', async ({
  page,
  request,
}) => {
  const id = await ninthBell(request);
  await open(page, id, 'camera');
  await view(page, 'Air, pictures');
  await expect(page.locator('[data-clashes]')).toContainText('falls on 607.700 MHz');
  await page.getByRole('button', { name: /^Tune 2 links clean/ }).click();
  await expect(page.locator('[data-air-said]')).toContainText('clean of each other');
  await expect(page.getByText('No product of two or three carriers falls on another.')).toBeVisible();
  await saved(page);
  await page.keyboard.press('Control+z');
  await saved(page);

  await view(page, 'Faults');
  await expect(page.locator('[data-isolate]')).toContainText('Swap cable to the recorder');
  await page.getByRole('button', { name: 'Gone', exact: true }).click();
  await expect(page.locator('[data-isolate]')).toContainText('It went away with cable to the recorder');
  await saved(page);
  await page.keyboard.press('Control+z');
  await saved(page);
});

test('the prompter: what changed, how long it takes, and running with keys @deep', async ({ page, request }) => {
  await open(page, await ninthBell(request), 'camera');
  await view(page, 'Prompter');
  await expect(page.locator('[data-draft-diff]')).toContainText('in: This morning, at low water, it is cast.');
  await page.getByRole('button', { name: 'Run it' }).click();
  const running = page.locator('[data-prompter]');
  await expect(running).toBeFocused();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText('135 words a minute')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(running).toBeHidden();
});
