import { randomUUID } from 'node:crypto';
import { expect, test, type APIRequestContext, type Browser, type Page } from '@playwright/test';
import { open, ownNinthBell, rowsOf, saved, scrollsSideways, visit, write } from './kavrell.ts';

// Here pages are read without a network: the copy of the program is made.
test.use({ serviceWorkers: 'allow' });

const PHONE = { width: 390, height: 844 };
const view = (page: Page, name: string | RegExp) =>
  page.getByRole('tablist', { name: 'Call sheet', exact: true }).getByRole('tab', { name }).click();

/** Writes to rows as another window would, whatever their version is. */
async function set(
  request: APIRequestContext,
  id: string,
  table: string,
  rowId: string,
  values: object,
): Promise<void> {
  const row = (await rowsOf(request, id, table)).find((r) => r.id === rowId);
  await write(request, id, [{ op: 'update', table, id: rowId, version: row?.version, values }]);
}
/** A reader’s own phone: no account, the page by their link. */
async function phoneOf(browser: Browser, page: Page, request: APIRequestContext, id: string, personId: string) {
  const links = (await (await request.get(`/api/productions/${id}/sheet-links`)).json()) as {
    personId: string;
    path: string;
  }[];
  const path = links.find((l) => l.personId === personId)?.path ?? '';
  expect(path).toMatch(/^\/s\//);
  const context = await browser.newContext({
    viewport: PHONE,
    baseURL: new URL(page.url()).origin,
    storageState: { cookies: [], origins: [] },
  });
  const phone = await context.newPage();
  await phone.goto(path);
  return { context, phone, path };
}

test('the first day is frozen and sent; a call and a place change, are told in words and read by two links, one of them with no network @deep', async ({
  page,
  request,
  browser,
}) => {
  const { id, plan } = await ownNinthBell(request);
  const person = (shortName: string) => plan.people.find((p) => p.shortName === shortName)?.id ?? '';
  await open(page, id, 'call-sheet');
  await view(page, 'Freeze');
  await page.getByLabel('A word with it').fill('First sheet');
  await page.getByRole('button', { name: 'Freeze version 1 and make the messages' }).click();
  await expect(page.getByText(/Version 1 is frozen\. Messages for \d+.people are ready/)).toBeVisible();
  // A call by hand and another parking.
  const call = plan.engagements.find((e) => e.personId === person('Piet') && e.dayId === plan.days[0]?.id);
  await set(request, id, 'engagements', call?.id ?? '', { callMin: 420 });
  const tower = plan.places.find((p) => p.name === 'Sea-mark tower');
  await set(request, id, 'places', tower?.id ?? '', { parking: 'On the quay, by the crane' });
  await view(page, /What changed/);
  const difference = page.locator('[data-difference]');
  await expect(difference).toContainText('Piet Lam: call 07:00, was 06:30.');
  await expect(difference).toContainText('Sea-mark tower: parking On the quay, by the crane, was');
  await page.getByRole('button', { name: 'Freeze version 2 and make the messages' }).click();
  await expect(page.getByText(/Version 2 is frozen\. Messages for/)).toBeVisible();

  const piet = await phoneOf(browser, page, request, id, person('Piet'));
  await expect(piet.phone.getByText('07:00').first()).toBeVisible();
  await expect(piet.phone.locator('[data-changed]')).toContainText('Piet Lam: call 07:00, was 06:30.');
  expect(await scrollsSideways(piet.phone)).toBe(false);
  // Kept by the device once it was open: then also with no network, and what is said waits.
  const kept = () =>
    piet.phone.evaluate(async () => {
      const page = navigator.serviceWorker.controller && (await caches.match(location.pathname));
      return page ? page.text() : '';
    });
  await expect.poll(kept).toContain('Read and understood');
  const before = await kept();
  await piet.context.setOffline(true);
  await piet.phone.reload();
  await expect(piet.phone.getByText('Your call')).toBeVisible();
  await expect(piet.phone.locator('[data-old]')).toContainText('may be old');
  await piet.phone.getByRole('button', { name: 'Read and understood' }).click();
  await expect(piet.phone.locator('[data-waiting]')).toContainText('goes out as soon as there is network');
  await piet.context.setOffline(false);
  await expect(piet.phone.locator('[data-understood]')).toBeVisible();
  // A network that goes again before the page is read anew leaves the page from before: it does not ask once more.
  await piet.context.setOffline(true);
  await piet.phone.evaluate(async (text) => {
    const cache = await caches.open('kavrell-sheets-1');
    await cache.put(location.pathname, new Response(text, { headers: { 'content-type': 'text/html' } }));
  }, before);
  await piet.phone.reload();
  await expect(piet.phone.locator('[data-understood]')).toBeVisible();
  await expect(piet.phone.getByRole('button', { name: 'Read and understood' })).toHaveCount(0);
  await piet.context.setOffline(false);
  const oda = await phoneOf(browser, page, request, id, person('Oda'));
  await expect(oda.phone.getByRole('button', { name: 'Read and understood' })).toBeVisible();
  // Nobody’s phone on a link that may not show it.
  const phones = plan.people.flatMap((p) => (p.phone ? [p.phone] : []));
  const text = await oda.phone.locator('main').innerText();
  for (const number of phones) expect(text).not.toContain(number);

  await view(page, /Who has read it/);
  await expect(page.locator('[data-reader="Piet Lam"]')).toContainText('understood');
  await expect(page.locator('[data-reader="Oda Varga"]')).toContainText('opened');
  await expect(page.locator('[data-reader="Mirko Hale"]')).toContainText('ready');
  await expect(page.locator('[data-readers]')).toContainText(/understood by 1 of \d+/);
  await piet.context.close();
  await oda.context.close();
});

test('a personal page reads with scripts off, weighs little, and says so when its link is none @deep', async ({
  page,
  request,
  browser,
}) => {
  const { id, plan } = await ownNinthBell(request);
  await open(page, id, 'call-sheet');
  await view(page, 'Freeze');
  await page.getByRole('button', { name: 'Freeze version 1 and make the messages' }).click();
  await expect(page.getByText(/Version 1 is frozen\. Messages for/)).toBeVisible();
  const mirko = plan.people.find((p) => p.shortName === 'Mirko')?.id ?? '';
  const { context, path } = await phoneOf(browser, page, request, id, mirko);
  await context.close();
  const bare = await browser.newContext({
    viewport: PHONE,
    javaScriptEnabled: false,
    baseURL: new URL(page.url()).origin,
    storageState: { cookies: [], origins: [] },
  });
  const reader = await bare.newPage();
  let bytes = 0;
  reader.on(
    'response',
    (r) =>
      void r.body().then(
        (b) => (bytes += b.length),
        () => undefined,
      ),
  );
  await reader.goto(path);
  await expect(reader.getByText('Order of the day')).toBeVisible();
  expect(bytes).toBeLessThan(60_000);
  await reader.getByRole('button', { name: 'Read and understood' }).click();
  await expect(reader.locator('[data-understood]')).toBeVisible();
  await reader.goto(`${path.slice(0, -2)}zz`);
  await expect(reader.getByText('This is no link of ours')).toBeVisible();
  await bare.close();
});

test('the day goes a week later: what breaks is named with its price, moved with one press, told by a new freeze, undone with one key @deep', async ({
  page,
  request,
}) => {
  const { id, plan } = await ownNinthBell(request);
  const piet = plan.people.find((p) => p.shortName === 'Piet');
  await set(request, id, 'people', piet?.id ?? '', { away: ['2027-03-25'] });
  await open(page, id, 'call-sheet');
  await view(page, 'Freeze');
  await page.getByRole('button', { name: 'Only freeze it' }).click();
  await expect(page.getByText('Version 1 is frozen. Nobody has been told yet.')).toBeVisible();
  await view(page, 'Move the day');
  await page.getByRole('button', { name: 'a week later' }).click();
  const breaks = page.locator('[data-breaks]');
  await expect(breaks).toContainText('Piet Lam can’t on');
  await expect(breaks).toContainText(/9B: the sun is 1\d.min later/);
  await expect(breaks).toContainText('hangs on the date');
  await expect(page.locator('[data-moved]')).toContainText('£320 of fees');
  await page.getByRole('button', { name: /^Move it to/ }).click();
  await saved(page);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('25 March');
  await view(page, /What changed/);
  await expect(page.locator('[data-difference]')).toContainText('The day is Thursday 25 March, not Thursday 18 March.');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('18 March');
  const windows = async () => (await rowsOf(request, id, 'shots')).find((s) => s.code === '9B')?.windows;
  await expect.poll(windows).toEqual(plan.shots.find((s) => s.code === '9B')?.windows);
  await view(page, 'Move the day');
  await page.getByRole('textbox', { name: 'Move the day to' }).fill('2027-03-19');
  await expect(breaks).toContainText('Day 2 is on Friday 19 March already.');
});

test('ticks on paper come back by their codes; a slip is refused and nothing is guessed @deep', async ({
  page,
  request,
}) => {
  const { id } = await ownNinthBell(request);
  await open(page, id, 'call-sheet');
  await page.getByText(/^Shots, \d+$/).click();
  const codes = await page.locator('[data-part=content] li .mono').allInnerTexts();
  expect(codes.length).toBeGreaterThan(10);
  await view(page, 'From paper');
  await page.getByLabel(/Codes ticked on/).fill(`${codes[0]} ${codes[1]}x ${parseInt(codes[2] ?? '0', 10)} 99A`);
  await expect(page.locator('[data-ticks] li')).toHaveCount(2);
  await expect(page.getByRole('alert').first()).toContainText('ends in a letter');
  await page.reload();
  await view(page, 'From paper');
  await page.getByRole('button', { name: /Take over 2.ticks/ }).click();
  await saved(page);
  expect(
    (await rowsOf(request, id, 'takeEvents')).filter((e) => JSON.stringify(e.payload).includes('"good"')),
  ).toHaveLength(1);
  expect((await rowsOf(request, id, 'shots')).filter((s) => s.dropped)).toHaveLength(1);
});

test('risks are found from the plan; the wind’s trigger fires on Roll with what was decided @deep', async ({
  page,
  request,
}) => {
  const { id, plan } = await ownNinthBell(request);
  await open(page, id, 'risks');
  const wind = page.locator('[data-risk^="wind:"]').first();
  await expect(wind).toContainText('Wind takes L6 down');
  await wind.getByRole('button').click();
  const side = page.getByRole('complementary');
  await side.getByLabel(/A reflector held low/).check();
  await side.getByLabel('Who watches it').selectOption({ label: 'Jonna' });
  await saved(page);
  await expect(wind).toContainText('decided: A reflector held low by hand, or the sky as it is · Jonna');
  await side.getByLabel('Gusts over, m/s').fill('gusty');
  await side.getByLabel('Gusts over, m/s').press('Enter');
  await expect(side.getByRole('alert')).toContainText('is a number');
  // Quiet weather: nothing is told on Roll. Then it blows.
  const [production] = await rowsOf(request, id, 'productions');
  const at = Date.parse('2027-03-18T16:50:00Z');
  await set(request, id, 'productions', production?.id ?? '', { simulatedNowOffsetMs: at - Date.now() });
  await set(request, id, 'days', plan.days[0]?.id ?? '', { gustMps: 1 });
  await visit(page, 'Roll');
  await expect(page.locator('[data-now-code]')).toBeVisible();
  await expect(page.locator('[data-due] li').filter({ hasText: 'Wind takes L6 down' })).toHaveCount(0);
  await set(request, id, 'days', plan.days[0]?.id ?? '', { gustMps: 9 });
  await expect(page.locator('[data-due]')).toContainText('Wind takes L6 down');
  await expect(page.locator('[data-due]')).toContainText('A reflector held low by hand');
});

test('a pasted thread becomes a day with its gaps marked, and is taken back with one key @deep', async ({
  page,
  request,
}) => {
  const { id } = await ownNinthBell(request);
  await open(page, id, 'brief');
  await page.getByRole('tab', { name: 'Paste to start' }).click();
  const name = `Zora ${randomUUID().slice(0, 4).replace(/\d/g, 'x')}`;
  await page
    .getByLabel(/Paste anything/)
    .fill(
      `[09:12] Oda: Saturday 3 April 2027, call 8:15\nPlace: Rope walk, Quay Lane\n${name}, runner, 01632 960 444\n11 The rope is laid\n11 Hands\nbring cake`,
    );
  await expect(page.locator('[data-start]')).toContainText('Saturday 3 April 2027');
  await expect(page.locator('[data-gaps]')).toContainText('No wrap is said.');
  await expect(page.locator('[data-left-over]')).toContainText('bring cake');
  await page.getByRole('button', { name: 'Start the day with it' }).click();
  await saved(page);
  const days = await rowsOf(request, id, 'days');
  const made = days.find((d) => d.date === '2027-04-03');
  expect(made).toMatchObject({ callMin: 495 });
  expect((await rowsOf(request, id, 'dayItems')).filter((i) => i.dayId === made?.id)).toHaveLength(2);
  expect((await rowsOf(request, id, 'people')).some((p) => p.name === name)).toBe(true);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await rowsOf(request, id, 'days')).length).toBe(days.length - 1);
});
