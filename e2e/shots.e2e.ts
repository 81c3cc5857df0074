import { randomUUID } from 'node:crypto';
import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { DAY_DEFAULTS } from '@kavrell/core/day';
import { PERSON_DEFAULTS } from '@kavrell/core/people';
import { cell, freshProduction, insert, open, rowsOf, saved, write, visit } from './kavrell.ts';

const person = (name: string, kind = 'talent') =>
  insert('people', {
    ...PERSON_DEFAULTS,
    name,
    shortName: name.split(' ')[0],
    kind,
  });
const view = (page: Page, name: string) =>
  page.getByRole('tablist', { name: 'Views of the scenes' }).getByRole('tab', { name }).click();
const bringIn = async (page: Page, text: string) => {
  await view(page, 'Bring in');
  await page.getByLabel('Text to bring in').fill(text);
};

/** A production of its own with two people and a day. */
async function made(request: APIRequestContext, title: string): Promise<string> {
  const id = await freshProduction(request, `${title} ${randomUUID().slice(0, 6)}`);
  await write(request, id, [
    person('Ilse Tregarrow'),
    person('Dov Marsh'),
    person('Ro Castellan', 'crew'),
    insert('days', {
      ...DAY_DEFAULTS,
      number: 1,
      date: '2027-06-12',
      timeZone: 'Europe/London',
      basePlaceId: null,
      callMin: 690,
      wantedWrapMin: 1000,
      meals: [],
    }),
  ]);
  return id;
}

test('twelve shots, by keyboard alone @deep', async ({ page, request }) => {
  const id = await made(request, 'Twelve');
  await open(page, id, 'scenes');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Add the first scene' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Add a shot in one line')).toBeVisible();
  const lines = [
    'ews establishing 24mm sticks 2t must',
    'ms ilse 50mm sticks @left',
    'mcu ilse 85mm slider-in 2t must @left',
    'cu dov 85mm reaction @left',
    'insert hands on the drawing 100mm',
    'ws both of them ilse dov 35mm handheld-follow',
    'insert 100fps 6min sparks',
    'fs dov low-angle 24mm',
    'cutaway clock 50mm 1t nice',
    'ms dov 50mm once must 17:05-18:20',
    'ecu ilse faces-left 100mm',
    'ws the empty bench 24mm',
  ];
  for (const line of lines) {
    // The bar: a key to the line, the line itself, Enter. Nothing else is pressed between two shots.
    await page.keyboard.press('n');
    await expect(page.getByLabel('Add a shot in one line')).toBeFocused();
    await page.keyboard.type(line);
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Add a shot in one line')).toHaveValue('');
    await page.keyboard.press('Escape');
    await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  }
  await expect(page.locator('.table-body .table-row')).toHaveCount(12);
  await saved(page);
  const shots = (await rowsOf(request, id, 'shots')).sort((a, b) => Number(a.position) - Number(b.position));
  expect(shots.map((s) => s.code)).toEqual([...'ABCDEFGHJKLM'].map((l) => `1${l}`));
  expect(shots[0]).toMatchObject({ size: 'ews', role: 'establishing', takesPlanned: 2, priority: 'must' });
  expect(shots[9]).toMatchObject({ happensOnce: true, windows: [[1025, 1100]] });
  expect(shots[10]).toMatchObject({ facing: 'left', size: 'ecu' });
});

test('a script is brought in, changed and brought in again: its shots say that they are stale, until looked at @deep', async ({
  page,
  request,
}) => {
  const id = await made(request, 'Script');
  const script = 'INT. BENCH - DAY #1#\n\nILSE\nMy mother drew nine.\n\nEXT. TOWER - DUSK #2#\n\nIlse climbs.\n';
  await open(page, id, 'scenes');
  await page.getByLabel('Text to bring in').fill(script);
  await expect(page.locator('[data-import-sums]')).toContainText('2 new, 0 changed');
  await page.getByRole('button', { name: /^Take 2/ }).click();
  await expect(page.getByRole('tab', { name: /^2\s*0\/0/ })).toBeVisible();
  await page.getByRole('tab', { name: /^1\s*0\/0/ }).click();
  await page.keyboard.press('n');
  await page.keyboard.type('ms ilse 50mm');
  await page.keyboard.press('Enter');
  await expect(cell(page, '1A', 'lens')).toHaveText('50 mm');
  await saved(page);

  // The same again is nothing new; a change names the scene, keeps the shot and marks it.
  await bringIn(page, script);
  await expect(page.getByRole('button', { name: 'Nothing in it is new' })).toBeDisabled();
  await page.getByLabel('Text to bring in').fill(script.replace('nine', 'nine bells'));
  await expect(page.locator('[data-import-sums]')).toContainText('0 new, 1 changed, 1 as before');
  await expect(page.getByText('1 shot will say stale')).toBeVisible();
  await page.getByRole('button', { name: /^Take 1/ }).click();
  await saved(page);
  await expect(page.locator('[data-column="code"] [data-stale]')).toHaveCount(1);
  await cell(page, '1A', 'code').click();
  const sheet = page.getByRole('complementary');
  await expect(sheet).toContainText('text of scene 1');
  await expect(sheet).toContainText('nine bells');
  await sheet.getByRole('button', { name: 'Looked at: still right' }).click();
  await expect(page.locator('[data-column="code"] [data-stale]')).toHaveCount(0);
  // It was an answer like any other: undo takes it back.
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-column="code"] [data-stale]')).toHaveCount(1);

  // Broken scripts and files that are no text are refused in words; nothing changes.
  await bringIn(page, 'INT. A - DAY #4#\n\nOne.\n\nINT. B - DAY #4#\n\nTwo.');
  await expect(page.getByText('Scene 4 is there twice, in lines 1 and 5')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Take/ })).toBeDisabled();
  await page.getByLabel('Drop a Fountain, text or CSV file').setInputFiles({
    name: 'sheet.pdf',
    mimeType: 'application/pdf',
    buffer: Buffer.from([0x25, 0x50, 0, 1, 2, 0xff]),
  });
  await expect(page.getByText('“sheet.pdf” is not text')).toBeVisible();
  expect(await rowsOf(request, id, 'scenes')).toHaveLength(2);
});

test('half a text stays with its scene: it is never shown, nor saved, under another @deep', async ({
  page,
  request,
}) => {
  const id = await made(request, 'Texts');
  await open(page, id, 'scenes');
  await page
    .getByLabel('Text to bring in')
    .fill('INT. BENCH - DAY #1#\n\nIlse sits.\n\nEXT. TOWER - DUSK #2#\n\nIlse climbs.\n');
  await page.getByRole('button', { name: /^Take 2/ }).click();
  await view(page, 'Script');
  // The editor itself, which comes after its screen.
  const textOf = (scene: number) => page.locator(`.cm-content[aria-label="Text of scene ${scene}"]`);
  await page.getByRole('tab', { name: /^1\s*0\/0/ }).click();
  await textOf(1).fill('Ilse stands up.');
  await page.getByRole('tab', { name: /^2\s*0\/0/ }).click();
  await expect(textOf(2)).toHaveText('Ilse climbs.');
  await expect(page.getByRole('button', { name: 'Save the text' })).toBeDisabled();
  await page.getByRole('tab', { name: /^1\s*0\/0/ }).click();
  await expect(textOf(1)).toHaveText('Ilse stands up.');
  // What a plain field can’t: find, save and go on by keys.
  await textOf(1).click();
  await page.keyboard.press('Control+f');
  await expect(page.locator('.cm-search')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Alt+PageDown');
  await expect(textOf(2)).toBeFocused();
  await page.keyboard.press('Alt+PageUp');
  await expect(textOf(1)).toBeFocused();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('button', { name: 'Save the text' })).toBeDisabled();
  await saved(page);
  expect((await rowsOf(request, id, 'scenes')).map((s) => s.script).sort()).toEqual([
    'Ilse climbs.',
    'Ilse stands up.',
  ]);
});

test('a list of moments with a gate: what must be had counts down and says when it does not fit @deep', async ({
  page,
  request,
}) => {
  const id = await made(request, 'Moments');
  await open(page, id, 'scenes');
  await page.getByLabel('Text to bring in').fill('13:10 Crew portraits 18min\n13:28 Blessing 12min\n14:20 Launch');
  await page.getByRole('button', { name: /^Take 3/ }).click();
  await expect(page.getByRole('tab', { name: /Launch/ })).toBeVisible();
  await page.getByRole('tab', { name: /Crew portraits/ }).click();
  for (const who of ['ilse', 'dov']) {
    await page.keyboard.press('n');
    await page.keyboard.type(`mcu ${who} 10min before-2 must by-ro`);
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Add a shot in one line')).toHaveValue('');
    await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  }
  await view(page, 'Who has what');
  const gate = page.locator('[data-gate="2"]');
  await expect(gate).toContainText('2 shots before “Blessing”: 2 min short.');
  await expect(gate).toContainText('Ro: 2 shots left, 20 min one after the other, 18 min there');

  // Claimed by somebody else, the two work side by side and it fits.
  await saved(page);
  await write(request, id, [person('Mirko Hale', 'crew')]);
  await page.getByRole('button', { name: 'Mirko', exact: true }).click();
  await page.getByRole('button', { name: /^1B tight/ }).click();
  await expect(gate).toContainText('2 shots before “Blessing”.');
  await expect(gate).not.toContainText('short');

  // Who must agree to be seen: both, until they have.
  await visit(page, 'People');
  await page.getByRole('tab', { name: 'Consents' }).click();
  await expect(page.getByText('2 of 2 not signed')).toBeVisible();
  await page.locator('[data-consent="Ilse"]').getByRole('button', { name: 'signed on paper' }).click();
  await expect(page.getByText('1 of 2 not signed')).toBeVisible();
});

test('a shot list with wrong columns is mapped, its bad rows are named, and nothing is half brought in @deep', async ({
  page,
  request,
}) => {
  const id = await made(request, 'List');
  await open(page, id, 'scenes');
  await page
    .getByLabel('Text to bring in')
    .fill('sc;nr;Bild;size\n1;A;The drawing;cu\n1;B;The window;enormous\n2;A;The tower;ws');
  await page.getByRole('tab', { name: 'A shot list' }).click();
  await expect(page.getByText('Line 3, size: “enormous” is no size that is known here.')).toBeVisible();
  await page.getByLabel('Bild').selectOption('description');
  expect(await rowsOf(request, id, 'shots')).toHaveLength(0);
  await page.getByRole('button', { name: 'Leave 1 out, take 2 shots and 2 new scenes' }).click();
  await saved(page);
  const shots = await rowsOf(request, id, 'shots');
  expect(shots.map((s) => [s.code, s.description, s.size]).sort()).toEqual([
    ['1A', 'The drawing', 'cu'],
    ['2A', 'The tower', 'ws'],
  ]);
  // One change, so one undo.
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await rowsOf(request, id, 'scenes')).length).toBe(0);
});

test('cells are pasted from a spreadsheet, all of them or none; rows are grouped @deep', async ({ page, request }) => {
  const id = await made(request, 'Paste');
  await open(page, id, 'scenes');
  await page.getByLabel('Text to bring in').fill('scene\tshot\twhat\n1\tA\tone\n1\tB\ttwo\n1\tC\tthree');
  await page.getByRole('button', { name: /^Take 3/ }).click();
  await expect(cell(page, '1C', 'description')).toHaveText('three');
  const paste = (text: string) =>
    page.evaluate((t) => {
      const data = new DataTransfer();
      data.setData('text/plain', t);
      document.activeElement?.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      );
    }, text);
  await cell(page, '1A', 'description').click();
  await paste('the first\tms\nthe second\tcu\n');
  // What it would do is shown before it is done.
  await expect(page.getByRole('region', { name: 'What pasting does' })).toContainText('2 rows changed, 0 added');
  await page.getByRole('button', { name: 'Paste', exact: true }).click();
  await expect(cell(page, '1B', 'description')).toHaveText('the second');
  await expect(cell(page, '1B', 'size')).toHaveText('cu');
  await cell(page, '1A', 'description').click();
  await paste('never\tms\nnever\thuge\n');
  await expect(page.getByRole('alert').filter({ hasText: 'Nothing was pasted. Line 2, Size, “huge”' })).toBeVisible();
  await expect(cell(page, '1A', 'description')).toHaveText('the first');
  // Typing on a cell begins an edit, and no key of the frame hears of it.
  await cell(page, '1C', 'description').click();
  await page.keyboard.type('3 Dec');
  await page.keyboard.press('Enter');
  await expect(cell(page, '1C', 'description')).toHaveText('3 Dec');
  await expect(page.getByRole('heading', { name: 'Is it kept?' })).toHaveCount(0);
  await page.getByLabel(/^Group /).selectOption('priority');
  await expect(page.locator('.table-group')).toContainText('should');
  await expect(page.locator('.table-group')).toContainText('3 shots');
});

test('what an editor will miss: one key adds the shot, another says not needed @deep', async ({ page, request }) => {
  const id = await made(request, 'Missing');
  await open(page, id, 'scenes');
  await page
    .getByLabel('Text to bring in')
    .fill('scene\tshot\twhat\tsize\twho\n1\tA\tboth\tms\tIlse, Dov\n1\tB\tclose\tcu\tIlse');
  await page.getByRole('button', { name: /^Take 2/ }).click();
  const missing = page.getByRole('region', { name: 'What an editor will miss' });
  await expect(missing).toContainText('No way in or out: nothing wide');
  await expect(missing).toContainText('No reaction for Dov');
  await page.locator('main h1').click();
  await page.keyboard.press('s');
  await page.keyboard.press('Delete');
  await expect(missing).not.toContainText('No way in or out');
  await page.locator('[data-suggestion^="reaction"]').focus();
  await page.keyboard.press('Enter');
  await expect(missing).not.toContainText('No reaction for Dov');
  await saved(page);
  expect((await rowsOf(request, id, 'shots')).find((s) => s.code === '1C')).toMatchObject({
    role: 'reaction',
    size: 'cu',
    reason: 'No reaction for Dov',
  });
  await expect(missing).toContainText('1 not needed');
  await missing.getByRole('button', { name: 'Ask again' }).click();
  await expect(missing).toContainText('No way in or out');
});

test('a sheet that went out keeps its numbers: they can’t be edited, and a shot put between gets a digit @deep', async ({
  page,
  request,
}) => {
  const id = await made(request, 'Frozen');
  await open(page, id, 'scenes');
  await page.getByLabel('Text to bring in').fill('scene\tshot\twhat\n1\tA\tone\n1\tB\ttwo');
  await page.getByRole('button', { name: /^Take 2/ }).click();
  const [day] = await rowsOf(request, id, 'days');
  await saved(page);
  const shots = await rowsOf(request, id, 'shots');
  await write(
    request,
    id,
    shots.map((s, i) =>
      insert('dayItems', {
        dayId: day?.id,
        shotId: s.id,
        title: '',
        minutes: null,
        placeId: null,
        setupId: null,
        personIds: [],
        position: i,
        pinnedStartMin: null,
        unit: 1,
      }),
    ),
  );
  await open(page, id, 'call-sheet');
  const view = (name: string) =>
    page.getByRole('tablist', { name: 'Call sheet', exact: true }).getByRole('tab', { name }).click();
  await view('Freeze');
  await page.getByRole('button', { name: 'Only freeze it' }).click();
  await expect(page.getByText('Version 1 is frozen.')).toBeVisible();
  await view('The sheet');
  await expect(page.locator('[data-frozen="1"]')).toContainText('2 shot numbers stay');
  await saved(page);
  await open(page, id, 'scenes');
  await cell(page, '1A', 'code').click();
  await page.keyboard.press('Enter');
  await page.keyboard.type('1X');
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('alert').filter({ hasText: '1A is on a sheet that went out: its number stays.' }),
  ).toBeVisible();
  await page.keyboard.press('Escape');
  await cell(page, '1A', 'code').click();
  // Out of the table first: on a cell every letter is typing.
  await page.keyboard.press('Escape');
  await page.keyboard.press('n');
  await page.keyboard.type('cu middle');
  await page.keyboard.press('Shift+Enter');
  await expect
    .poll(() => page.locator('.table-body [data-column="code"]').allTextContents())
    .toEqual(['1A', '1A1', '1B']);

  // What went out says so when a shot on it changes.
  await cell(page, '1B', 'lens').click();
  await page.keyboard.press('Enter');
  await page.keyboard.type('85 mm');
  await page.keyboard.press('Enter');
  await saved(page);
  await open(page, id, 'call-sheet');
  await expect(page.locator('[data-frozen="1"]')).toContainText(/changed since: see What changed/);
  await expect(page.getByRole('complementary')).toContainText('lens of 1B: was “nothing”, is “85 mm”');
});
