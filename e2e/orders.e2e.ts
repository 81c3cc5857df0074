import { randomUUID } from 'node:crypto';
import { expect, test, type APIRequestContext } from '@playwright/test';
import { DAY_DEFAULTS, DAY_ITEM_DEFAULTS } from '@kavrell/core/day';
import { SETUP_DEFAULTS } from '@kavrell/core/light';
import { PERSON_DEFAULTS } from '@kavrell/core/people';
import { PLACE_DEFAULTS } from '@kavrell/core/places';
import { SCENE_DEFAULTS, SHOT_DEFAULTS } from '@kavrell/core/scenes';
import { dayView, freshProduction, holdOver, insert, open, rowsOf, saved, write } from './kavrell.ts';

/** Twelve shots that go to and fro between two setups, one of them pinned, and a day that is a little too short for them. */
async function toAndFro(
  request: APIRequestContext,
): Promise<{ id: string; day: string; shotIds: string[]; codes: string[] }> {
  const id = await freshProduction(request, `To and fro ${randomUUID().slice(0, 5)}`);
  const [place, day, scene, one, two, ilse] = Array.from({ length: 6 }, () => randomUUID()) as [
    string,
    string,
    string,
    string,
    string,
    string,
  ];
  const shots = Array.from({ length: 12 }, (_, i) => ({
    shotId: randomUUID(),
    itemId: randomUUID(),
    code: `1${'ABCDEFGHJKLM'[i]}`,
    i,
  }));
  await write(request, id, [
    insert('places', { ...PLACE_DEFAULTS, name: 'Hall', confirmed: true }, place),
    insert('people', { ...PERSON_DEFAULTS, name: 'Ilse', shortName: 'Ilse', kind: 'talent' }, ilse),
    insert(
      'days',
      {
        ...DAY_DEFAULTS,
        number: 1,
        date: '2027-05-04',
        timeZone: 'Europe/London',
        basePlaceId: place,
        callMin: 480,
        wantedWrapMin: 970,
        meals: [],
      },
      day,
    ),
    ...[one, two].map((s, i) =>
      insert('setups', { ...SETUP_DEFAULTS, code: `L${i + 1}`, name: `Setup ${i + 1}`, placeId: place, rigMin: 25 }, s),
    ),
    insert('scenes', { ...SCENE_DEFAULTS, number: '1', title: 'The hall', placeId: place, position: 1 }, scene),
    ...shots.map((s) =>
      insert(
        'shots',
        {
          ...SHOT_DEFAULTS,
          sceneId: scene,
          code: s.code,
          position: s.i,
          description: `Shot ${s.i}`,
          setupId: s.i % 2 ? two : one,
          minutesOverride: 15,
          priority: s.i < 6 ? 'must' : 'nice',
          personIds: s.i === 0 || s.i === 11 ? [ilse] : [],
        },
        s.shotId,
      ),
    ),
    ...shots.map((s) =>
      insert(
        'dayItems',
        {
          ...DAY_ITEM_DEFAULTS,
          dayId: day,
          shotId: s.shotId,
          position: s.i + 1,
          pinnedStartMin: s.i === 5 ? 780 : null,
        },
        s.itemId,
      ),
    ),
  ]);
  return { id, day, shotIds: shots.map((s) => s.shotId), codes: shots.map((s) => s.code) };
}

test('an order is sought in a worker, proven, explained, taken and undone; another is kept beside', async ({
  page,
  request,
}) => {
  const { id } = await toAndFro(request);
  await open(page, id, 'day');
  const before = (await rowsOf(request, id, 'dayItems')).map((i) => i.position);
  await dayView(page, 'Other orders');
  await page.getByRole('button', { name: 'Keep this order beside' }).click();
  await page.getByRole('button', { name: 'Seek better orders' }).click();
  const best = page.locator('[data-school="changeovers"]');
  await expect(best).toContainText('proven earliest');
  await expect(best).toContainText('earlier');
  await expect(page.locator('[data-school="people"]')).toContainText('Take it');
  const minutes = async (school: string) => page.locator(`[data-school="${school}"] td`).nth(1).innerText();
  expect(await minutes('changeovers')).not.toBe(await minutes('listed'));
  await best.getByRole('button', { name: 'Take it' }).click();
  await saved(page);
  // The pin holds whatever the order.
  await dayView(page, 'In order');
  const pinned = page.locator('[data-line]').filter({ hasText: '1F' });
  await expect(pinned).toContainText('13:00');
  await pinned.click();
  await expect(page.getByRole('complementary')).toContainText('Why here? One earlier:');
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await rowsOf(request, id, 'dayItems')).map((i) => i.position)).toEqual(before);
  await dayView(page, 'Other orders');
  await expect(page.getByRole('row').filter({ hasText: 'kept beside' })).toContainText('wrap');
});

test('odds with their level, what to drop to reach 90 %, and the drop undone @deep', async ({ page, request }) => {
  const { id } = await toAndFro(request);
  await open(page, id, 'day');
  await expect(page.locator('[data-answer="make"]')).toContainText(/% in time, 95.% by \d\d:\d\d/);
  await dayView(page, 'Odds');
  await expect(page.locator('[data-odds]')).toContainText(/under 1|%/);
  await page.getByLabel('Odds wanted').selectOption('0.9');
  await page.getByRole('button', { name: 'What to drop?' }).click();
  const drop = page.locator('[data-drop]');
  await expect(drop).toContainText('Without');
  const words = await drop.innerText();
  // Musts are 1A to 1F.
  for (const must of ['1A', '1B', '1C', '1D', '1E', '1F']) expect(words).not.toContain(must);
  await drop.getByRole('button').click();
  await saved(page);
  const gone = (await rowsOf(request, id, 'shots')).filter((s) => s.dropped).length;
  expect(gone).toBeGreaterThan(0);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await rowsOf(request, id, 'shots')).filter((s) => s.dropped).length).toBe(0);
});

test('“I have 40 minutes”: the best set, also without network; words when it is no number @deep', async ({
  page,
  request,
  context,
}) => {
  const { id } = await toAndFro(request);
  await open(page, id, 'day');
  await dayView(page, 'I have 40 minutes');
  const left = page.locator('[data-left]');
  await expect(left).toContainText('must');
  await context.setOffline(true);
  await page.getByLabel('I have, minutes').fill('90');
  await expect(left.locator('li')).toHaveCount(3);
  await page.getByLabel('I have, minutes').fill('soon');
  await expect(page.getByRole('alert')).toBeVisible();
  await page.getByLabel('I have, minutes').fill('5');
  await expect(left).toContainText('Nothing that is left fits');
  await context.setOffline(false);
});

test('a line is dragged: the price is shown while it is held', async ({ page, request }) => {
  const { id } = await toAndFro(request);
  await open(page, id, 'day');
  const line = (code: string) => page.locator('[data-line]').filter({ hasText: code });
  await holdOver(page, line('1B'), line('1D'));
  await expect(page.locator('[data-price]')).toContainText(/earlier|later|The same planned wrap/);
  await page.mouse.up();
  await expect(page.locator('[data-price]')).toBeHidden();
  await saved(page);
});

test('five shots that took twice their minutes: plans use that pace when asked, and say so @deep', async ({
  page,
  request,
}) => {
  const { id, day, shotIds } = await toAndFro(request);
  const min = (m: number) => Date.UTC(2027, 4, 4, 8) + m * 60_000;
  const logged = (takeId: string, seq: number, atMs: number, payload: object) => ({
    id: randomUUID(),
    takeId,
    atMs,
    seq,
    clientId: 'paced',
    device: 'test',
    payload,
  });
  const events = shotIds.slice(0, 5).flatMap((shotId, i) => {
    const takeId = randomUUID();
    const timecode = '10:00:00:00';
    return [
      logged(takeId, 2 * i, min(45 * i), {
        kind: 'rolled',
        shotId,
        dayId: day,
        number: 1,
        wild: false,
        cameras: [],
        timecode,
      }),
      logged(takeId, 2 * i + 1, min(45 * i + 30), { kind: 'cut', timecode }),
    ];
  });
  const answer = await request.post(`/api/productions/${id}/take-events`, { data: { events } });
  expect(answer.ok(), await answer.text()).toBe(true);
  await open(page, id, 'day');
  const said = page.getByText('Minutes are at your own pace');
  await expect(page.getByRole('tab', { name: 'Odds', exact: true })).toBeVisible();
  await expect(said).toHaveCount(0);
  await dayView(page, 'Odds');
  const use = page.getByRole('button', { name: 'Use it in plans' });
  await expect(use).toHaveAttribute('aria-pressed', 'false');
  await use.click();
  await saved(page);
  await dayView(page, 'In order');
  await expect(said).toContainText(/change-overs and shots together × 1\.\d\d \(4 times\)/);
  await page.keyboard.press('Control+z');
  await expect(said).toHaveCount(0);
});
