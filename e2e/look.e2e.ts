import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { ninthBell, open, scrollsSideways, setClock } from './kavrell.ts';

const SCREENS = [
  'brief',
  'scenes',
  'places',
  'light',
  'camera',
  'people',
  'day',
  'call-sheet',
  'roll',
  'copies',
  'wrap',
];

test.beforeAll(async ({ request }) => setClock(request, await ninthBell(request), '11:20'));

for (const theme of ['stage', 'daylight'] as const) {
  test(`every screen can be read and used by all, in ${theme}`, async ({ page, request }) => {
    test.setTimeout(120_000);
    const id = await ninthBell(request);
    await page.addInitScript(
      (t) =>
        localStorage.setItem(
          'kavrell-preferences',
          JSON.stringify({ state: { theme: t, lengths: 'metric', clock: '24', letterKeys: true }, version: 0 }),
        ),
      theme,
    );
    for (const screen of SCREENS) {
      await open(page, id, screen);
      const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa']).analyze();
      expect(
        violations.map((v) => `${screen}: ${v.id}: ${v.nodes[0]?.target.join(' ')} ${v.nodes[0]?.failureSummary}`),
      ).toEqual([]);
    }
  });
}

for (const width of [1280, 390]) {
  test(`no screen scrolls sideways at ${width}`, async ({ page, request }) => {
    test.setTimeout(90_000);
    const id = await ninthBell(request);
    await page.setViewportSize({ width, height: width === 390 ? 844 : 800 });
    for (const screen of SCREENS) {
      await open(page, id, screen);
      expect(await scrollsSideways(page), screen).toBe(false);
    }
  });
}

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
