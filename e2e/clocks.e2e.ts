import { expect, test, type Page } from '@playwright/test';
import { LtcDecoder } from '@kavrell/core/ltc';
import { RATES, parseLabel } from '@kavrell/core/timecode';
import { ninthBell, open, rowsOf, saved, setClock, visit } from './kavrell.ts';

let id: string;
test.beforeAll(async ({ request }) => {
  id = await ninthBell(request);
  await setClock(request, id, '11:02');
});

const clock = (page: Page, name: string) => page.locator(`[data-clock="${name}"]`);
const frames = (label: string | null) => parseLabel(label ?? '', RATES['25']!);

test('a camera that was never jammed stands an hour off; jamming it sets it right, and undo takes that back @deep', async ({
  page,
}) => {
  await open(page, id, 'clocks');
  const c = clock(page, 'Camera C');
  await expect(c).toHaveAttribute('data-standing', 'never');
  await expect(c).toContainText('1 h ahead');
  // Both in one look: read one after the other they would differ by the time between the two reads.
  const ahead = async () => {
    const [camera, source] = await page.evaluate(
      (names) =>
        names.map((name) => document.querySelector(`[data-clock="${name}"] [role="timer"]`)?.textContent ?? null),
      ['Camera C', 'Timecode box'],
    );
    return frames(camera ?? null) - frames(source ?? null);
  };
  expect(Math.round((await ahead()) / 25 / 60)).toBe(60);
  await c.getByRole('button', { name: 'Camera C: jammed now' }).click();
  await expect(c).toHaveAttribute('data-standing', 'inStep');
  await expect(page.getByText(/Camera C jammed: it was 1\s+h ahead/)).toBeVisible();
  expect(Math.abs(await ahead())).toBeLessThanOrEqual(3);
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(c).toHaveAttribute('data-standing', 'never');
});

test('by keyboard alone: choose a clock, jam it, read why and note what was found @deep', async ({ page, request }) => {
  await open(page, id, 'clocks');
  await expect(clock(page, 'Sound recorder')).toHaveAttribute('data-standing', 'due');
  for (let i = 0; i < 6; i += 1) await page.keyboard.press('ArrowDown');
  const sheet = page.getByRole('complementary');
  await expect(sheet.getByRole('heading', { name: 'Sound recorder' })).toBeVisible();
  await expect(sheet).toContainText('Tolerance ÷ (parts per million ÷ 10⁶)');
  await expect(sheet).toContainText('166.667');
  await expect(sheet).toContainText('kavrell calc clock.rejam');
  await page.keyboard.press('j');
  await expect(clock(page, 'Sound recorder')).toHaveAttribute('data-standing', 'inStep');
  const found = sheet.getByLabel('It was off by, ms (+ ahead)');
  await found.fill('about ten');
  await found.press('Enter');
  await expect(sheet).toContainText('Write milliseconds');
  await found.fill('−8,1');
  await found.press('Enter');
  await expect(sheet).toContainText('8.1 ms behind');
  await saved(page);
  const jams = await rowsOf(request, id, 'jams');
  expect(jams.some((j) => j.foundOffsetMs === -8.1)).toBe(true);
  // Measured now: 8.1 ms in the time since the morning's jam.
  await expect(sheet).toContainText('The difference is measured');
});

test('typing 1234 means 12 seconds 34 frames; sums, real time and other rates follow as one types @deep', async ({
  page,
}) => {
  await open(page, id, 'clocks');
  const sheet = page.getByRole('complementary');
  const label = sheet.getByLabel('Label', { exact: true });
  await label.fill('1234');
  await expect(sheet).toContainText('At this rate frames run from 00 to 24, not 34. Nearest: 00:00:13:09.');
  await label.fill('1000000');
  await expect(sheet).toContainText('= 01:00:00:00');
  await expect(sheet).toContainText('3600.000');
  await expect(sheet).toContainText('00:59:56:09');
  await sheet.getByLabel('Second label').fill('12..');
  await expect(sheet).toContainText('01:12:00:00');
  await expect(sheet).toContainText('00:48:00:00');
  await sheet.getByLabel('Rate', { exact: true }).selectOption({ label: '29.97 drop' });
  await label.fill('00:01:00:00');
  await expect(sheet).toContainText('does not exist in drop-frame');
});

test('a label read off a device by eye is laid against its source @deep', async ({ page }) => {
  await open(page, id, 'clocks');
  await clock(page, 'Sound recorder').getByRole('button').first().click();
  const sheet = page.getByRole('complementary');
  // Eye and hand are one here, however busy the machine: the page's time stands while it is read and typed.
  await page.clock.setFixedTime(await page.evaluate(() => Date.now()));
  // What runs is drawn once a frame: after two it shows the time that stands.
  await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
  const shown = (await clock(page, 'Timecode box').getByRole('timer').textContent()) ?? '';
  const field = sheet.getByLabel('The label it shows; Enter when it shows it');
  await field.fill(shown.replace(/^\d\d/, (h) => String(Number(h) + 2)));
  await field.press('Enter');
  await expect(sheet.getByText(/The clock is 2\s+h ahead/)).toBeVisible();
});

test('the clips tell a wrong zone and a wrong rate by name, with an example @deep', async ({ page }) => {
  await open(page, id, 'clocks');
  const said = page.getByRole('region', { name: 'What the clips say' });
  await expect(said.locator('[data-fault="zone"]')).toContainText(/The clock is 1\s+h ahead/);
  await expect(said.locator('[data-fault="rate"]')).toContainText('It records 23.976, the job 25');
  await expect(said.locator('[data-fault="none"]').first()).toContainText('agree with the log');
  await expect(clock(page, 'Camera B')).toContainText('23.976, not 25');
});

test('the slate shows what is shot next, flashes and beeps for one frame, and closes on Escape', async ({ page }) => {
  await page.addInitScript(() => {
    const seen = { flashMs: 0, beepS: 0 };
    Object.assign(window, { seen });
    const { start, stop } = OscillatorNode.prototype;
    OscillatorNode.prototype.start = function (when?: number) {
      seen.beepS -= when ?? NaN;
      start.call(this, when);
    };
    OscillatorNode.prototype.stop = function (when?: number) {
      seen.beepS += when ?? NaN;
      stop.call(this, when);
    };
  });
  await open(page, id, 'clocks');
  await page.keyboard.press('l');
  const slate = page.getByRole('dialog', { name: 'Slate' });
  await expect(slate).toContainText('The Ninth Bell');
  await expect(slate).toContainText('Cameras');
  await expect(slate.getByRole('timer')).toHaveText(/^11:\d\d:\d\d:\d\d$/);
  expect(await slate.evaluate((el) => el.scrollWidth <= el.clientWidth)).toBe(true);
  await page.evaluate(() => {
    const flash = document.querySelector<HTMLElement>('[data-flash]')!;
    let at = 0;
    new MutationObserver(() => {
      if (flash.style.visibility === 'visible') at = performance.now();
      else (window as unknown as { seen: { flashMs: number } }).seen.flashMs = performance.now() - at;
    }).observe(flash, { attributes: true });
  });
  await page.keyboard.press('Space');
  await expect(slate.locator('[data-held]')).toHaveText(/^11:\d\d:\d\d:\d\d$/);
  await expect
    .poll(() => page.evaluate(() => (window as unknown as { seen: { flashMs: number } }).seen.flashMs))
    // It came and went; how long a busy machine takes for a frame is no matter of tests.
    .toBeGreaterThan(0);
  const { beepS } = await page.evaluate(() => (window as unknown as { seen: { beepS: number } }).seen);
  expect(beepS).toBeCloseTo(0.04, 3);
  await page.keyboard.press('Escape');
  await expect(slate).toHaveCount(0);
});

test('timecode out sends the time of day as sound that the decoder reads', async ({ page }) => {
  await page.addInitScript(() => {
    const sent: { when: number; at: number; now: number; sampleRate: number; samples: number[] }[] = [];
    Object.assign(window, { sent });
    const start = AudioBufferSourceNode.prototype.start;
    AudioBufferSourceNode.prototype.start = function (when?: number) {
      const { buffer, context } = this;
      if (buffer && sent.length < 6)
        sent.push({
          when: when ?? 0,
          now: context.currentTime,
          at: Date.now(),
          sampleRate: buffer.sampleRate,
          samples: [...buffer.getChannelData(0)],
        });
      start.call(this, when);
    };
  });
  await open(page, id, 'clocks');
  await page.getByRole('button', { name: 'Timecode out' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Sending timecode' })).toBeVisible();
  await expect
    .poll(() => page.evaluate(() => (window as unknown as { sent: unknown[] }).sent.length))
    .toBeGreaterThanOrEqual(5);
  const sent = await page.evaluate(
    () =>
      (
        window as unknown as {
          sent: { when: number; at: number; now: number; sampleRate: number; samples: number[] }[];
        }
      ).sent,
  );
  const first = sent[0]!;
  const decoder = new LtcDecoder(first.sampleRate);
  const words = sent.flatMap((block) => decoder.push(Float32Array.from(block.samples)).words);
  words.push(...decoder.end().words);
  expect(words.length).toBeGreaterThanOrEqual(60);
  expect(words.every((w, i) => i === 0 || frames(w.label) === frames(words[i - 1]!.label) + 1)).toBe(true);
  // The label must be the one of the instant at which its sound is heard.
  const [production] = await rowsOf(page.request, id, 'productions');
  const heardMs = first.at + (first.when - first.now + words[0]!.startSample / first.sampleRate) * 1000;
  const dayMs = (heardMs + Number(production?.simulatedNowOffsetMs)) % 86_400_000;
  expect(Math.abs(frames(words[0]!.label) - (dayMs * 25) / 1000)).toBeLessThan(3);
  await visit(page, 'Roll');
  await expect(page.getByText('Timecode out goes on.')).toBeVisible();
  await visit(page, 'Clocks');
  await page.getByRole('button', { name: 'Stop timecode out' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Sending timecode' })).toHaveCount(0);
});

test('on Roll, J and a letter log a jam @deep', async ({ page, request }) => {
  const before = (await rowsOf(request, id, 'jams')).length;
  await open(page, id, 'roll');
  await page.keyboard.press('j');
  await expect(page.getByText('Which camera was jammed?')).toBeVisible();
  await page.keyboard.press('d');
  await expect(page.getByText(/Camera D jammed/)).toBeVisible();
  await saved(page);
  expect((await rowsOf(request, id, 'jams')).length).toBe(before + 1);
  await visit(page, 'Clocks');
  await expect(clock(page, 'Camera D')).toHaveAttribute('data-standing', 'inStep');
});

test('jamming works with no network and is sent when it is back @deep', async ({ page, context, request }) => {
  await open(page, id, 'clocks');
  const before = (await rowsOf(request, id, 'jams')).length;
  await context.setOffline(true);
  await clock(page, 'Camera A').getByRole('button', { name: 'Camera A: jammed now' }).click();
  await expect(clock(page, 'Camera A')).toHaveAttribute('data-standing', 'inStep');
  expect((await rowsOf(request, id, 'jams')).length).toBe(before);
  await context.setOffline(false);
  await saved(page);
  expect((await rowsOf(request, id, 'jams')).length).toBe(before + 1);
});

test('on the phone the jam buttons are big enough for a thumb @deep', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, id, 'clocks');
  const box = await clock(page, 'Camera A')
    .getByRole('button', { name: /jammed now/ })
    .boundingBox();
  expect(box?.height).toBeGreaterThanOrEqual(64);
  expect(box?.width).toBeGreaterThanOrEqual(64);
});

test.describe('reading the jam log', () => {
  // What the service worker fetches would pass by the routes below.
  test.use({ serviceWorkers: 'block' });

  test('while clocks are being read no one is told that there are none @deep', async ({ page }) => {
    await page.route('**/rows/*clocks*', () => undefined);
    await page.goto(`/p/${id}/1/clocks`);
    await expect(page.getByText('Reading the production …')).toBeVisible();
    await expect(page.getByText('No clock yet')).toHaveCount(0);
  });

  test('a jam log that can’t be read is said to be so, and read again when asked @deep', async ({ page }) => {
    let broken = true;
    const detail = 'The jam log can’t be read now.';
    await page.route('**/rows/*jams*', (route) =>
      broken
        ? route.fulfill({
            status: 403,
            json: { type: 'about:blank', title: 'Not now', status: 403, code: 'now', detail },
          })
        : route.continue(),
    );
    await page.goto(`/p/${id}/1/clocks`);
    await expect(page.getByText(detail)).toBeVisible();
    broken = false;
    await page.getByRole('button', { name: 'Try again' }).click();
    await expect(clock(page, 'Camera A')).toBeVisible();
  });
});
