import { expect, test } from '@playwright/test';
import { greyPicture, photographedPage } from './paper.ts';
import { open, ownLifeboat, ownNinthBell, pressable, rowsOf, saved, scrollsSideways, setClock } from './kavrell.ts';

test.describe('one operator, a phone, and a boat that goes once', () => {
  // Here the network goes away: the copy of the program is made.
  test.use({ viewport: { width: 390, height: 844 }, serviceWorkers: 'allow' });

  test('the launch: looked before, begun and rolled without network, put right, all of it there when the network is back', async ({
    page,
    request,
    context,
  }) => {
    const { id } = await ownLifeboat(request, '14:15');
    await open(page, id, 'roll');
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    // Once with the worker in charge, so that it has seen the rows.
    await page.reload();
    await expect(page.locator('[data-programme]')).toContainText('Launch');
    await page.waitForLoadState('networkidle').catch(() => undefined);
    expect(await scrollsSideways(page)).toBe(false);

    await context.setOffline(true);
    await page.getByRole('button', { name: 'Last look' }).click();
    const look = page.getByRole('region', { name: 'Last look' });
    await expect(look.getByRole('heading', { name: 'Launch' })).toBeVisible();
    await look.getByRole('button', { name: /^Looked/ }).click();
    await expect(look.getByRole('status')).toContainText('looked at 14:1');
    await page.getByRole('button', { name: 'Launch begins' }).click();
    await expect(page.getByRole('button', { name: 'Launch is over' })).toBeVisible();

    // In hand is what goes on, not what was passed over.
    await expect(page.locator('[data-now-code]')).toHaveText('8A');
    await page.locator('[data-press]').click();
    await expect(page.locator('[data-roll-state]')).toHaveAttribute('data-roll-state', 'rolling');
    await pressable(page);
    await page.locator('[data-press]').click();
    await page.getByRole('button', { name: 'Put right' }).click();
    await page.getByRole('button', { name: 'focus', exact: true }).click();
    await page.getByRole('button', { name: 'Began −10 s' }).click();
    await page.getByRole('button', { name: 'Launch is over' }).click();
    await expect(page.locator('[data-status]')).toContainText('waiting');
    await page.getByRole('button', { name: 'Emergency' }).click();
    await expect(page.getByText('Lifeboat Slip, Port Ellery')).toBeVisible();
    await page.getByRole('button', { name: 'Close' }).click();
    expect(await rowsOf(request, id, 'logEntries')).toEqual([]);

    await context.setOffline(false);
    await saved(page);
    const kinds = (rows: Record<string, unknown>[]) => rows.map((r) => (r.payload as { kind: string }).kind).sort();
    expect(kinds(await rowsOf(request, id, 'logEntries'))).toEqual(['began', 'looked', 'over']);
    expect(kinds(await rowsOf(request, id, 'takeEvents')).filter((k) => k !== 'reported')).toEqual([
      'cut',
      'faulted',
      'rolled',
      'timed',
    ]);
  });
});

test('leaving the tower: what is not had is named, a delay has its minutes, and one press leaves all the same @deep', async ({
  page,
  request,
}) => {
  const { id, plan } = await ownNinthBell(request);
  const tower = plan.places.find((p) => p.name === 'Sea-mark tower')!;
  await setClock(request, id, '18:05');
  await open(page, id, 'roll');
  await page.keyboard.press('v');
  const gate = page.getByRole('region', { name: 'Leave this place?' });
  await expect(gate.getByRole('heading')).toHaveText(`Leave ${tower.name}?`);
  await expect(gate).toContainText('9A Ilse on the stair');
  await gate.getByRole('checkbox', { name: /Borrowed things/ }).check();
  await page.keyboard.press('y');
  await page.getByRole('button', { name: 'weather', exact: true }).click();
  await page.getByRole('button', { name: 'Goes on again' }).click();
  await expect(page.getByText(/Lost today: weather \d/)).toBeVisible();
  await page.keyboard.press('v');
  await expect(gate.getByRole('checkbox', { name: /Borrowed things/ })).toBeChecked();
  await gate.getByRole('button', { name: /^Leave all the same/ }).click();
  await expect(gate.getByRole('status')).toContainText(/Left at 18:\d\d/);
  await saved(page);
  const [left] = (await rowsOf(request, id, 'logEntries')).filter(
    (r) => (r.payload as { kind: string }).kind === 'left',
  );
  const { undone, placeId } = left!.payload as { undone: string[]; placeId: string };
  expect(placeId).toBe(tower.id);
  expect(undone).not.toContain('Borrowed things given back, keys too');
  expect(undone.some((w) => w.startsWith('9A'))).toBe(true);
});

test('ticks by photograph: printed, ticked by pen, photographed askew, each confirmed before it counts @deep', async ({
  page,
  request,
}) => {
  const { id, plan } = await ownNinthBell(request);
  await setClock(request, id, '11:00');
  const day = plan.days[0]!;
  const pdf = await request.get(`/api/productions/${id}/days/${day.id}/tick-sheet.pdf`);
  expect(pdf.status()).toBe(200);
  const photo = await photographedPage(await pdf.body(), { gotRow: 0, droppedRow: 2 });

  await open(page, id, 'call-sheet');
  await page.getByRole('tab', { name: 'Paper' }).click();
  const files = page.locator('input[type=file]').last();
  await files.setInputFiles({ name: 'other.png', mimeType: 'image/png', buffer: await greyPicture() });
  await expect(page.getByText(/No corner mark can be read/)).toBeVisible();
  await files.setInputFiles({ name: 'page.jpg', mimeType: 'image/jpeg', buffer: photo });
  const ticks = page.locator('[data-read-ticks] li');
  await expect(ticks).toHaveCount(2);
  // Nothing counts before somebody confirmed it.
  await expect(page.getByRole('button', { name: 'Confirm each first' })).toBeDisabled();
  await page.getByRole('button', { name: 'All that are clear are right' }).click();
  await page.getByRole('button', { name: 'Take over 2 ticks' }).click();
  await saved(page);
  const kinds = (await rowsOf(request, id, 'takeEvents')).map((r) => (r.payload as { kind: string }).kind).sort();
  expect(kinds).toEqual(['cut', 'marked', 'noted', 'rolled']);
  expect((await rowsOf(request, id, 'shots')).filter((s) => s.dropped)).toHaveLength(1);
});

test('an interview: questions written, asked, answers starred, a follow-up that becomes a shot @deep', async ({
  page,
  request,
}) => {
  const { id, plan } = await ownNinthBell(request);
  const shot = plan.shots.find((s) => s.code === '3A')!;
  await setClock(request, id, '14:21');
  await open(page, id, 'scenes');
  await page.getByRole('tab', { name: /^3\b/ }).click();
  await page.getByRole('button', { name: 'Questions of an interview' }).click();
  await page.getByLabel('Questions, one on each line').fill('Who taught you? | the opening\nWhy nine?');
  await page.getByRole('button', { name: 'Add 2 questions' }).click();
  await saved(page);

  await open(page, id, 'roll');
  await page.keyboard.press('l');
  await page.locator('#targets').getByText('3A', { exact: true }).click();
  await page.keyboard.press('h');
  const questions = page.getByRole('region', { name: 'Questions' });
  await expect(questions).toContainText('2 questions still unasked');
  await page.keyboard.press('Space');
  await expect(page.locator('[data-roll-state]')).toHaveAttribute('data-roll-state', 'rolling');
  await questions.getByRole('button', { name: 'Asked: Who taught you?' }).click();
  await questions.getByRole('button', { name: 'Star the answer to: Who taught you?' }).click();
  await expect(questions).toContainText('1 question still unasked');
  await questions.getByLabel('What the answer suggests').fill('A letter from her father');
  await questions.getByRole('button', { name: 'As a shot' }).click();
  await pressable(page);
  await page.locator('[data-press]').click();
  await saved(page);
  const events = (await rowsOf(request, id, 'takeEvents')).map((r) => r.payload as { kind: string });
  expect(events.filter((e) => e.kind === 'starred')).toHaveLength(1);
  const made = (await rowsOf(request, id, 'shots')).find((s) => s.description === 'A letter from her father');
  expect(made).toMatchObject({ sceneId: shot.sceneId, role: 'cutaway' });
});
