import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { ninthBell, open, scrollsSideways, setClock, visit } from './kavrell.ts';

const SCREENS = [
  'Brief',
  'Scenes',
  'Places',
  'Light',
  'Camera',
  'People',
  'Kit',
  'Risks',
  'Day',
  'Call sheet',
  'Roll',
  'Cover',
  'Clocks',
  'Copies',
  'Line-up',
  'Wrap',
  'Money',
];

/** Screens with several views: each is looked at like a screen of its own. */
const VIEWS: Record<string, readonly (string | RegExp)[]> = {
  'Line-up': ['Takes', /Not placed/, 'Export'],
  Money: ['Versions', 'Usage', 'Changes', 'Quote and invoice', 'Spent', 'Rates'],
  Wrap: ['Hours, reports, kit', 'Pick-ups', 'Hand-over', 'Names', 'Book', 'Whole job'],
  Brief: ['Look', 'Days', 'What changed', 'Paste to start'],
  'Call sheet': ['Freeze', 'Who has read it', 'Move the day', 'From paper'],
  Risks: [/Rehearsal log/],
  Places: ['Scouting walk', 'Rooms, power', 'Sun', 'Moves, carts'],
  Day: ['Lanes', 'Other orders', 'Odds', 'I have 40 minutes', 'Share out'],
  People: ['Who does what', 'Hours, rest', 'Consents'],
  Camera: [
    'Walk past',
    'Exposure',
    'Lenses, fit',
    'Sound',
    'Air, pictures',
    'Prompter',
    'Faults',
    'Bodies',
    'Settings',
  ],
  Light: ['All setups', 'Needed', 'Kit', 'From the book'],
  Copies: ['Tonight', 'Where they are', 'Drives'],
  Cover: [/^Rounds/, /^Cues/, /^Plugged/],
  Scenes: ['Coverage', 'Script', 'Track', 'Boards', 'Who has what', 'Bring in'],
};

/** Opens each of these screens one after the other: as it opens, or its other views. */
async function everyOne(
  page: Page,
  { screens, views }: { screens: readonly string[]; views: boolean },
  look: (name: string) => Promise<void>,
): Promise<void> {
  for (const screen of screens) {
    if (views && !VIEWS[screen]) continue;
    await visit(page, screen);
    if (!views) await look(screen);
    for (const view of views ? (VIEWS[screen] ?? []) : []) {
      const tab = page.getByRole('tab', { name: view, exact: true });
      await tab.click();
      await expect(tab).toHaveAttribute('aria-selected', 'true');
      await look(`${screen}, ${view}`);
    }
  }
}

/** Titles, findings, mends and what is missing: whatever of them is cut off, and by how much. */
const clipped = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const whole = 'h1, h2, [data-finding], [data-risk], .severity, [data-missing], [data-present], [data-cut]';
    const parts = [...document.querySelectorAll(whole)].flatMap((e) => [e, ...e.querySelectorAll('*')]);
    return parts.flatMap((e) => {
      const cuts = /hidden|clip/.test(getComputedStyle(e).overflowX) && e.clientWidth > 1;
      return cuts && e.scrollWidth > e.clientWidth + 1 ? [`${e.tagName}: ${e.textContent?.slice(0, 60)}`] : [];
    });
  });

test.beforeAll(async ({ request }) => setClock(request, await ninthBell(request), '11:20'));

// A page that has been asked forty times grows slow: a page for every few screens.
const SLICES = [SCREENS.slice(0, 4), SCREENS.slice(4, 7), SCREENS.slice(7, 12), SCREENS.slice(12)];
// The themes differ in colours only, and what of those is read on which is asked of the colours themselves: one theme will do for `npm test`.
const LOOKS = [
  { theme: 'stage', screens: SCREENS, views: false, deep: false },
  { theme: 'daylight', screens: SCREENS, views: false, deep: true },
  // A view has its screen's tokens and parts: its colours are asked with the rest, once.
  ...SLICES.map((screens) => ({ theme: 'stage', screens, views: true, deep: true })),
];
for (const { theme, screens, views, deep } of LOOKS) {
  const which = `${views ? 'views of ' : ''}${screens[0]} to ${screens.at(-1)}`;
  test(`${which} can be read and used by all, in ${theme}, and none scrolls sideways${deep ? ' @deep' : ''}`, async ({
    page,
    request,
  }) => {
    test.slow();
    const preferences = { state: { theme, lengths: 'metric', clock: '24', letterKeys: true }, version: 0 };
    await page.addInitScript((p) => localStorage.setItem('kavrell-preferences', JSON.stringify(p)), preferences);
    // A colour on its way to another is nobody’s: what is asked about stands still.
    await page.emulateMedia({ reducedMotion: 'reduce' });
    const look = async (screen: string) => {
      expect(await scrollsSideways(page), screen).toBe(false);
      await expect.poll(() => clipped(page), { message: screen }).toEqual([]);
      // Of a view only what is its own is asked: the frame around it was. There are no frames within, so one page will do (“legacy”).
      const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
      const builder = screen.includes(',') ? axe.include('main') : axe;
      // The themes differ in colour only: the rest is asked once.
      const asked =
        theme === 'stage' ? builder.withTags(['wcag2a', 'wcag2aa', 'wcag21aa']) : builder.withRules(['color-contrast']);
      const { violations } = await asked.analyze();
      const told = violations.map(
        (v) => `${screen}: ${v.id}: ${v.nodes[0]?.target.join(' ')} ${v.nodes[0]?.failureSummary}`,
      );
      expect(told).toEqual([]);
    };
    if (!views) {
      await page.goto('/');
      await expect(page.locator('h1')).toBeVisible();
      await look('Start');
    }
    await open(page, await ninthBell(request), 'day');
    await everyOne(page, { screens, views }, look);
  });
}

const SIZES = [
  [390, 844],
  [1024, 768],
  [1920, 1080],
  [1280, 800],
] as const;
test('no title, finding or mend is cut off at any size @deep', async ({ page, request }) => {
  await open(page, await ninthBell(request), 'day');
  for (const screen of ['Day', 'Light', 'Risks', 'Wrap', 'Roll', 'Camera', 'Places', 'Brief']) {
    await visit(page, screen);
    for (const [width, height] of SIZES) {
      await page.setViewportSize({ width, height });
      // What measures itself is drawn anew a moment after the window has another size.
      const message = `${screen} at ${width}`;
      await expect.poll(() => clipped(page), { message }).toEqual([]);
      await expect.poll(() => scrollsSideways(page), { message }).toBe(false);
    }
  }
});

for (const views of [false, true])
  test(`${views ? 'no view' : 'no screen'} scrolls sideways on the phone${views ? ' @deep' : ''}`, async ({
    page,
    request,
  }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await open(page, await ninthBell(request), 'day');
    await everyOne(page, { screens: SCREENS, views }, async (name) => {
      expect(await scrollsSideways(page), name).toBe(false);
      await expect.poll(() => clipped(page), { message: name }).toEqual([]);
    });
  });

test('the frame stands where it always stands, whatever is in it', async ({ page, request }) => {
  await open(page, await ninthBell(request), 'day');
  const box = async (selector: string) => {
    const found = await page.locator(selector).first().boundingBox();
    if (!found) throw new Error(`${selector} is not in view`);
    return found;
  };
  for (const screen of ['Day', 'Light', 'Wrap']) {
    await visit(page, screen);
    const [head, rail, main, sheet] = [await box('header'), await box('nav'), await box('main'), await box('aside')];
    expect(head, screen).toEqual({ x: 0, y: 0, width: 1280, height: 64 });
    expect([rail.x, rail.y, rail.width], screen).toEqual([0, 64, 168]);
    expect([main.x, main.y, main.height], screen).toEqual([168, 64, 800 - 64 - 36]);
    // Nothing lies between the screen and its sheet, and nothing is left over.
    expect(sheet.x, screen).toBeCloseTo(main.x + main.width, 0);
    expect(sheet.x + sheet.width, screen).toBeCloseTo(1280, 0);
    const ledger = await box('[data-answer=make]');
    expect(ledger.y, screen).toBeGreaterThanOrEqual(800 - 36);
  }
});

test('at 200 % zoom half of the height is left to what the screen shows', async ({ page, request }) => {
  await page.setViewportSize({ width: 640, height: 400 });
  await open(page, await ninthBell(request), 'day');
  const shown = await page.locator('main').evaluate((main) => main.clientHeight);
  expect(shown).toBeGreaterThanOrEqual(200);
  expect(await scrollsSideways(page)).toBe(false);
});

test('on the phone, Roll is one thumb away and its buttons are big enough', async ({ page, request }) => {
  const id = await ninthBell(request);
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, id, 'call-sheet');
  await page.getByRole('link', { name: 'On the day' }).click();
  const press = page.locator('[data-press]');
  await expect(press).toBeInViewport();
  expect((await press.boundingBox())?.height).toBeGreaterThanOrEqual(64);
  for (const name of ['Good', 'Maybe', 'No good'])
    expect(
      (await page.getByRole('button', { name, exact: false }).first().boundingBox())?.height,
    ).toBeGreaterThanOrEqual(64);
});

test('a server that does not answer is told in words, and the page comes back by itself', async ({
  page,
  request,
  context,
}) => {
  const id = await ninthBell(request);
  await open(page, id, 'day');
  await context.setOffline(true);
  await page.locator('[data-line]').filter({ hasText: '9C' }).click();
  await page.keyboard.press('Alt+ArrowDown');
  await expect(page.locator('[data-status]')).toContainText('waiting');
  await page.locator('[data-status]').click();
  await expect(page.getByRole('complementary')).toContainText('Kept on this device and waiting to be sent: 1.');
  await context.setOffline(false);
  await expect(page.locator('[data-status]')).toHaveAttribute('data-status', 'saved');
  await page.keyboard.press('Escape');
  await page.locator('main h1').click();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Undid: Moved 9C')).toBeVisible();
});

test('scripts from elsewhere and inline ones are refused by policy', async ({ page }) => {
  const blocked: string[] = [];
  page.on('console', (m) => m.text().includes('Content Security Policy') && blocked.push(m.text()));
  await page.goto('/');
  expect(blocked).toEqual([]);
  const ran = await page.evaluate(() => {
    const script = document.createElement('script');
    script.textContent = 'window.ranInline = true';
    document.body.append(script);
    return 'ranInline' in window;
  });
  expect(ran).toBe(false);
});
