import { expect, test, type Page } from './nothing.ts';
import { SCENE_DEFAULTS } from '@kavrell/core/scenes';
import { freshProduction, insert, open, pressable, rowsOf, saved, scrollsSideways, visit, write } from './kavrell.ts';

/** The production that the page has open. */
const idOf = (page: Page) => /\/p\/([^/]+)\//.exec(page.url())![1]!;
const begin = async (page: Page, kind: RegExp, title: string, text: string) => {
  await page.goto('/');
  await page.getByRole('radio', { name: kind }).click();
  await page.getByLabel(/Paste anything/).fill(text);
  await page.getByLabel('New production').fill(title);
  await page.getByRole('button', { name: 'Begin with this' }).click();
  await expect(page).toHaveURL(/call-sheet/);
  await saved(page);
};
/** Signs with the mouse as with a finger. */
async function scribble(page: Page): Promise<void> {
  const field = (await page.locator('[data-sign] canvas').boundingBox())!;
  await page.mouse.move(field.x + 30, field.y + 40);
  await page.mouse.down();
  for (let i = 1; i < 12; i += 1) await page.mouse.move(field.x + 30 + i * 15, field.y + 40 + (i % 2 ? 30 : 0));
  await page.mouse.up();
}
const view = (page: Page, name: string) => page.getByRole('tab', { name }).click();

const SWIM = `Hi! so sat 14 aug 2027, memorial swim, call 6:30, wrap by 11:00
Place: Lido Ostrand, Lake Road 3
07:50 Welcome at the jetty 25min
08:20 The start, only once 15min
08:35-09:20 Swim, last one out
09:30 Speeches in the changing room 20min
09:40 Portraits of the winners 15min
Jo Amadi, sound, 0664 960 0034
bring the long ladder for Tam?

Swimmers:
Ilka Brandt
Tam Okello`;

test('a job of moments, from a pasted message to a take on the phone; the sheet has the minutes of the programme', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('radio', { name: /Moments/ }).click();
  await page.getByLabel(/Paste anything/).fill(SWIM);
  const missing = page.locator('[data-missing]');
  await expect(missing.locator('[data-missing-key=spot]')).toContainText('not said: Lido Ostrand');
  await page.getByRole('button', { name: 'a note', exact: true }).click();
  await expect(page.locator('[data-left-over]')).toHaveCount(0);
  await page.getByLabel('New production').fill('Memorial swim');
  await page.getByRole('button', { name: 'Begin with this' }).click();

  // The call sheet: what is missing shrinks, and every line stands at its minute.
  await expect(page.getByRole('main')).toContainText('07:50');
  for (const at of ['08:20', '08:35', '09:30', '09:40']) await expect(page.getByRole('main')).toContainText(at);
  await expect(page.getByRole('main')).toContainText('Welcome at the jetty');
  const before = Number(await missing.getAttribute('data-missing'));
  await page.locator('[data-missing-key=spot]').getByRole('button').click();
  await page.getByLabel('Position', { exact: true }).fill('47.81, 13.03');
  await page.keyboard.press('Enter');
  await saved(page);
  const id = idOf(page);
  await visit(page, 'Call sheet');
  await expect(missing).toHaveAttribute('data-missing', String(before - 1));
  // The zone followed from the position, worked out here.
  expect((await rowsOf(page.request, id, 'days'))[0]).toMatchObject({
    timeZone: 'Europe/Vienna',
    notes: expect.stringContaining('ladder'),
  });

  // The day: two lines lie over each other and nobody is wanted twice.
  await visit(page, 'Day');
  await expect(page.getByRole('option', { name: /Portraits of the winners/ })).toContainText('09:40');
  await expect(page.locator('[data-answer=got]')).toContainText('0 of 5');

  // On the phone: another moment is chosen by tapping the title, and rolled; another date is asked about once.
  await page.setViewportSize({ width: 390, height: 844 });
  await visit(page, 'Roll');
  await page.getByRole('button', { name: 'Choose another shot or moment' }).click();
  await page.locator('[data-target="The start, only once"]').first().click();
  await expect(page.locator('[data-now-code]')).toHaveText('08:20');
  await page.locator('[data-press]').click();
  await expect(page.locator('[data-other-date]')).toContainText('Takes are logged on day 1');
  await page.getByRole('button', { name: 'Roll on day 1' }).click();
  await expect(page.locator('[data-roll-state]')).toHaveAttribute('data-roll-state', 'rolling');
  await pressable(page);
  await page.locator('[data-press]').click();
  await page.getByRole('button', { name: /^Good/ }).click();
  await expect(page.locator('[data-take]').first()).toContainText('The start');
  await page.setViewportSize({ width: 1280, height: 800 });
  await expect(page.locator('[data-answer=got]')).toContainText('1 of 5');
});

test('a job of cues, from a running order; a new version is laid beside it, and takes stay', async ({ page }) => {
  await begin(
    page,
    /A running order/,
    'Panel on tides',
    'Sunday 26 September 2027, call 8:00\nPlace: Kettle hall, Kettle Street 1\n10:45 Titles 3min\n10:48 Desk: the standings 9min\n11:00 Round begins 40min\nmind the cat',
  );
  const id = idOf(page);
  expect((await rowsOf(page.request, id, 'scenes')).map((s) => [s.kind, s.plannedMin])).toEqual([
    ['cue', 645],
    ['cue', 648],
    ['cue', 660],
  ]);
  // A line that nobody understood is not dropped: it waits where one pastes into the production.
  await visit(page, 'Brief');
  await view(page, 'Paste to start');
  await expect(page.getByLabel(/Paste anything/)).toHaveValue('mind the cat');
  await expect(page.locator('[data-left-over]')).toContainText('What is “mind the cat”?');
  await visit(page, 'Scenes');
  await view(page, 'Bring in');
  await page.getByRole('tab', { name: 'A running order' }).click();
  await page
    .getByLabel('Text to bring in')
    .fill('10:45 Titles 3min\n10:50 Desk: the standings 9min\n11:45 Thanks 5min');
  const lines = page.locator('[data-programme]');
  await expect(lines).toContainText('moved, was 10:48');
  await expect(lines).toContainText('gone: off the day, shots and takes stay');
  await page.getByRole('button', { name: 'Take it: 1 new, 1 moved, 1 gone, 1 as before' }).click();
  await visit(page, 'Day');
  await expect(page.getByRole('option', { name: /Desk: the standings/ })).toContainText('10:50');
  await expect(page.getByRole('option', { name: /Round begins/ })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('option', { name: /Round begins/ })).toBeVisible();
});

test('a job of shots, from thirty rows of a spreadsheet with foreign words: two presses mend them all', async ({
  page,
  request,
}) => {
  const id = await freshProduction(request, 'Thirty rows');
  await open(page, id, 'scenes');
  const rows = Array.from({ length: 30 }, (_, i) =>
    [1, i + 1, `Bild ${i + 1}`, i % 5 ? 'Totale' : 'Macro', 'Ilka', i % 2 ? 'slider' : 'Schwenk', '10'].join('\t'),
  );
  await page
    .getByLabel('Text to bring in')
    .fill(['Szene\tNr\tBeschreibung\tEinstellungsgröße\tWer\tBewegung\tDauer', ...rows].join('\n'));
  await page.getByRole('button', { name: 'make Ilka' }).click();
  await page.getByRole('button', { name: 'take it as extra close' }).click();
  await page.getByRole('button', { name: /^Take 30\s?shots/ }).click();
  await saved(page);
  const shots = await rowsOf(request, id, 'shots');
  expect(shots.map((s) => s.code)).toEqual(Array.from({ length: 30 }, (_, i) => String(i + 1)));
  expect(shots[0]).toMatchObject({ size: 'ecu', movement: 'pan' });

  // Onto a day whose date is typed as people write it; a moved line is undone though it is still chosen.
  await visit(page, 'Day');
  await page.getByRole('button', { name: 'Add a day' }).click();
  await page.getByLabel('The date of the new day', { exact: true }).fill('3 Dec');
  await page.keyboard.press('Enter');
  await page.getByLabel('Add shots to this day').selectOption('all');
  const list = page.getByRole('listbox', { name: 'The day in order' });
  await expect(list.getByRole('option')).toHaveCount(30);
  const order = async () => (await list.getByRole('option').allInnerTexts()).map((t) => /Bild (\d+)/.exec(t)?.[1]);
  const was = await order();
  await list.getByRole('option').first().click();
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(order).not.toEqual(was);
  await page.keyboard.press('Control+z');
  await expect.poll(order).toEqual(was);
});

test('forty people are pasted, one signs with a finger, and who lacks it before a moment is named', async ({
  page,
  request,
}) => {
  const id = await freshProduction(request, 'Forty swimmers');
  await open(page, id, 'people');
  await view(page, 'Consents');
  const names = Array.from({ length: 40 }, (_, i) => `Swimmer No${i + 1}${i === 3 ? ' (14)' : ''}`);
  await page.getByLabel(/Paste the names/).fill(names.join('\n'));
  await page.getByRole('button', { name: /^Add 40\s?people/ }).click();
  await expect(page.getByText('40 of 40 not signed')).toBeVisible();
  await saved(page);
  const people = await rowsOf(request, id, 'people');
  expect(people.map((p) => p.kind)).toEqual(Array.from({ length: 40 }, () => 'guest'));
  const first = page.locator('[data-consent="Swimmer"]');
  await first.getByRole('button', { name: 'Sign here' }).click();
  await scribble(page);
  await page.getByRole('button', { name: 'This is signed' }).click();
  await expect(page.getByText('39 of 40 not signed')).toBeVisible();
  await expect(first.getByRole('img', { name: /Signature of/ })).toBeVisible();
  await saved(page);
  const [consent] = await rowsOf(request, id, 'consents');
  expect(consent).toMatchObject({ state: 'signed', signature: [expect.any(Array)] });

  // Another signs on their own phone, by their link, to the words as they stand; the list here follows by itself.
  const [production] = await rowsOf(request, id, 'productions');
  const consentTerms = 'A film of the swim, shown at the club for two years.';
  await write(request, id, [
    { op: 'update', table: 'productions', id, version: production!.version, values: { consentTerms } },
  ]);
  const second = page.locator('[data-consent="Swimmer2"]');
  await second.getByRole('button', { name: 'Their link' }).click();
  const phone = await page.context().newPage();
  await phone.setViewportSize({ width: 390, height: 844 });
  await phone.goto((await second.getByRole('link', { name: 'As they see it' }).getAttribute('href'))!);
  await expect(phone.getByText(consentTerms)).toBeVisible();
  const sign = phone.getByRole('button', { name: 'I agree, this is my signature' });
  await expect(sign).toBeDisabled();
  await scribble(phone);
  // While nobody answers the signature stays, and that it is not signed is said.
  await phone.route('**/consent', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()));
  await sign.click();
  await expect(phone.locator('[data-words]')).toContainText('nothing is signed yet');
  await phone.unroute('**/consent');
  await sign.click();
  await expect(phone.locator('[data-standing]')).toContainText('Signed on');
  expect(await scrollsSideways(phone)).toBe(false);
  await phone.close();
  await expect(page.getByText('38 of 40 not signed')).toBeVisible();
  await expect(second.getByRole('img', { name: /Signature of/ })).toBeVisible();

  const personIds = people.filter((p) => /No[234]$/.test(String(p.name))).map((p) => String(p.id));
  const start = { ...SCENE_DEFAULTS, number: '1', title: 'The start', kind: 'moment' as const, personIds, position: 1 };
  await write(request, id, [insert('scenes', start)]);
  await expect(page.getByRole('main')).toContainText(/The start: Swimmer No\d, Swimmer No\d not signed/);
});

test('one visit is enough: with the network gone the console opens, and a page that failed mends itself', async ({
  browser,
  request,
}) => {
  const id = await freshProduction(request, 'First visit');
  const state = await request.storageState();
  const context = await browser.newContext({ storageState: state, serviceWorkers: 'allow' });
  const page = await context.newPage();
  await open(page, id, 'roll');
  await expect(page.locator('html')).toHaveAttribute('data-no-network', 'ready');
  // Rows are stored a moment after they were answered.
  await page.waitForFunction(async (production) => {
    const asked = performance.getEntriesByType('resource').map((e) => decodeURIComponent(new URL(e.name).pathname));
    const base = `/api/productions/${production}/rows/`;
    const tables = asked.filter((path) => path.startsWith(base)).flatMap((path) => path.slice(base.length).split(','));
    const kept = await Promise.all(tables.map((table) => caches.match(base + table)));
    return tables.length > 0 && kept.every(Boolean);
  }, id);
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByRole('main')).toContainText('No day yet');
  await expect(page.getByRole('main')).not.toContainText('can’t be shown');
  await context.close();
});

test('from nothing to a production with a day and one shot takes under sixty keys, without the mouse', async ({
  page,
}) => {
  let keys = 0;
  const press = async (key: string) => {
    keys += 1;
    await page.keyboard.press(key);
  };
  const type = async (text: string) => {
    keys += text.length;
    await page.keyboard.type(text);
  };
  await page.goto('/');
  await expect(page.getByRole('heading', { name: /What have you got/ })).toBeVisible();
  const focused = () => page.evaluate(() => document.activeElement?.tagName);
  while ((await focused()) !== 'TEXTAREA' && keys < 30) await press('Tab');
  await type('3 Dec\n1 ws the boats leave');
  await press('Tab');
  await type('Boats');
  await press('Enter');
  await expect(page).toHaveURL(/call-sheet/);
  await saved(page);
  const id = idOf(page);
  expect(await rowsOf(page.request, id, 'days')).toHaveLength(1);
  expect(await rowsOf(page.request, id, 'shots')).toHaveLength(1);
  expect(await rowsOf(page.request, id, 'dayItems')).toHaveLength(1);
  expect(keys).toBeLessThan(60);
});
