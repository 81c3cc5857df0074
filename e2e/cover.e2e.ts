import { expect, test, type Page } from '@playwright/test';
import { insert, open, ownFinalBoard, ownLifeboat, rowsOf, saved, scrollsSideways, write } from './kavrell.ts';

const view = (page: Page, name: RegExp) => page.getByRole('tab', { name }).click();

test('the lifeboat: what one failure loses, the collision in the knock-out, and one mend taken and undone @deep', async ({
  page,
  request,
}) => {
  const { id } = await ownLifeboat(request, '12:00');
  await open(page, id, 'cover');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/9.single failures would lose something/);
  const restarts = page.getByRole('region', { name: 'Restarts' });
  await expect(restarts).toContainText('14:18:00 in Knock-out');
  await expect(restarts).toContainText('proven, no better plan');
  const failures = page.getByRole('region', { name: 'What one failure loses' });
  const recorder = failures.locator('[data-failure="Recorder"]');
  await expect(recorder).toContainText('clean sound of Speeches, Knock-out, Launch');
  await recorder.getByRole('button', { name: /^Coxswain’s pin into Body camera/ }).click();
  await saved(page);
  expect(await rowsOf(request, id, 'soundRoutes')).toHaveLength(4);
  // It loses the speeches only, so it is no longer among the worst.
  await expect(recorder).toBeHidden();
  await page.keyboard.press('ControlOrMeta+z');
  await expect(recorder).toContainText('clean sound of Speeches, Knock-out, Launch');
  await saved(page);
  expect(await rowsOf(request, id, 'soundRoutes')).toHaveLength(3);
});

test.describe('the show, from two phones', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('a cue that runs over is called on one and seen on the other, which skips one to be in time @deep', async ({
    page,
    request,
    context,
  }) => {
    const { id, plan } = await ownFinalBoard(request, '10:50');
    const other = await context.newPage();
    for (const p of [page, other]) {
      await open(p, id, 'cover');
      await view(p, /^Cues/);
    }
    const run = (p: Page) => p.getByRole('region', { name: 'As it runs' });
    await run(page)
      .getByRole('button', { name: /^Call: Countdown/ })
      .click();
    await expect(run(other)).toContainText('Then Opening segment');
    await run(other)
      .getByRole('button', { name: /^Call: Opening segment/ })
      .click();
    await expect(run(page)).toContainText('Then Commentary desk');
    await expect(run(page)).toContainText('over against Arbiter starts the clocks');
    expect(await scrollsSideways(page)).toBe(false);
    await run(other).getByRole('button', { name: 'Skip it' }).click();
    await expect(run(page)).toContainText('Then Table of standings');
    await Promise.all([saved(page), saved(other)]);
    const called = (await rowsOf(request, id, 'logEntries')).map((r) => (r.payload as { cueId: string }).cueId);
    expect(called.sort()).toEqual([plan.cues[0]!.id, plan.cues[1]!.id].sort());
    const skipped = (await rowsOf(request, id, 'cues')).filter((c) => c.skipped);
    expect(skipped.map((c) => c.words)).toEqual(['Commentary desk, both']);
    const paper = await request.get(`/api/productions/${id}/days/${plan.days[0]!.id}/running/all/order.pdf`);
    expect(paper.headers()['content-type']).toContain('pdf');
  });
});

test('cables are made from the plan, checked off, drawn, and laid again at another place @deep', async ({
  page,
  request,
}) => {
  const { id, plan } = await ownFinalBoard(request, '08:00');
  const { id: _id, productionId: _p, version: _v, deletedAt: _d, ...hall } = plan.places[0]!;
  await write(request, id, [insert('places', { ...hall, name: 'Side room' })]);
  await open(page, id, 'cover');
  await view(page, /^Plugged/);
  await page.getByRole('button', { name: /^Make 10.cables from the plan/ }).click();
  const list = page.getByRole('list', { name: 'In the order of laying' });
  await expect(list.getByRole('listitem')).toHaveCount(10);
  await expect(page.getByRole('img', { name: /V03: Receiver of C to Switcher, to lay/ })).toBeVisible();
  const first = list.getByRole('listitem').first();
  await first.getByRole('button', { name: 'Laid' }).click();
  await first.getByRole('button', { name: 'Tested' }).click();
  await expect(page.locator('[data-cable-counts]')).toHaveText('9 to lay, 1 laid and tested.');
  await page.getByLabel('Lay all of it again at').selectOption('Side room');
  await expect(page.locator('[data-cable-counts]')).toHaveText('10 to lay.');
  await saved(page);
  const cables = await rowsOf(request, id, 'cables');
  expect(cables).toHaveLength(20);
  expect(cables.filter((c) => c.state === 'tested')).toHaveLength(1);
  const labels = await request.get(`/api/productions/${id}/cable-labels.pdf`);
  expect((await labels.body()).subarray(0, 4).toString()).toBe('%PDF');
});
