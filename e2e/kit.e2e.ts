import { randomUUID } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { KIT_LINE_DEFAULTS, PIECE_DEFAULTS, type KitLine } from '@kavrell/core/kit';
import { insert, open, ownNinthBell, rowsOf, saved, write } from './kavrell.ts';

test('from what the bell needs to a packed van; one thing is left behind, and it is known @deep', async ({
  page,
  request,
}) => {
  const { id } = await ownNinthBell(request);
  await open(page, id, 'kit');
  await expect(page.getByText(/things needed; what of it is there nobody said yet/)).toBeVisible();
  await page.getByRole('button', { name: 'All of it is there' }).click();
  await saved(page);
  await expect(page.getByText(/^all of \d+.things there/)).toBeVisible();
  expect((await rowsOf(request, id, 'kitLines')).length).toBeGreaterThan(20);

  await page.getByRole('tab', { name: 'Taken along' }).click();
  const reader = page.locator('[data-kit="card reader"]');
  await reader.getByRole('button', { name: 'card reader: Packed' }).click();
  await reader.getByRole('button', { name: 'card reader: Out, at the place' }).click();
  await reader.getByRole('button', { name: 'card reader is missing' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Missing' })).toContainText('card reader (last seen: ');
  // What is missing is needed again.
  await expect(page.getByText(/^1 of \d+.things still to be got/)).toBeVisible();
  await page.keyboard.press('ControlOrMeta+z');
  await expect(page.getByText(/1 of \d+.things still to be got/)).toHaveCount(0);

  await page.getByRole('tab', { name: 'In the van' }).click();
  await expect(page.locator('[data-packed]')).toContainText(/All 15.pieces are in: \d+.% full, 390.kg of 900.kg/);
  const list = page.getByRole('list', { name: 'In the order of loading' }).getByRole('listitem');
  await expect(list.first()).toContainText('on the floor');
  // Solid where this browser can, with the same words for who does not see it.
  await expect(page.getByRole('img', { name: 'Oda’s van with 15 pieces, as listed below' })).toBeVisible();
  await page.getByRole('button', { name: 'From the empty van' }).click();
  await page.getByRole('button', { name: 'Next piece' }).click();
  await expect(page.getByRole('img', { name: 'Oda’s van with 1 piece, as listed below' })).toBeVisible();
  await expect(page.getByText('1 of 15:')).toBeVisible();

  // A piece that a hand put into the wall is told at once, and all of them are packed anew by one press.
  await page.getByRole('button', { name: 'Move a piece by hand' }).click();
  await page.getByLabel('Which piece is moved').selectOption({ label: 'Tripods' });
  await page.getByRole('button', { name: '5 cm deeper' }).click();
  await page.getByRole('button', { name: '5 cm deeper' }).click();
  await expect(page.locator('[data-load-finding]').first()).toContainText('Tripods');
  await page.getByRole('button', { name: 'Pack all of it anew' }).click();
  await expect(page.locator('[data-load-finding]')).toHaveCount(0);
  await expect(page.locator('[data-packed]')).toContainText(/All 15.pieces are in/);
});

test('the tower’s bag is the least that its own lines ask for, and can be printed @deep', async ({ page, request }) => {
  const { id, plan } = await ownNinthBell(request);
  const tower = plan.places.find((p) => p.name === 'Sea-mark tower')!;
  await open(page, id, 'kit');
  const grid = page.getByRole('grid', { name: 'Needed' });
  await expect(grid.getByText('drinking water')).toHaveCount(0);
  const whole = Number(/(\d+).things needed/.exec(await page.getByText(/things needed/).innerText())![1]);
  await page.getByLabel('For the whole day or one place').selectOption(tower.id);
  await expect(grid.getByText('battery panel 60 W')).toBeVisible();
  const bag = Number(await grid.getAttribute('aria-rowcount')) - 1;
  expect(bag).toBeGreaterThan(3);
  expect(bag).toBeLessThan(whole / 2);
  const list = await request.get(`/api/productions/${id}/packing/place/list.pdf`);
  expect(list.headers()['content-type']).toContain('application/pdf');
});

test('the step ring that is missing is found the evening before: it is lacking, and the own list has one that is free @deep', async ({
  page,
  request,
}) => {
  const { id, plan } = await ownNinthBell(request);
  // Filters of 95 mm on lenses of 77 mm: each wants a ring that nobody thought of.
  const edits = [
    {
      ...{ op: 'update', table: 'productions', id, version: 1 },
      values: { sheet: { ...plan.production.sheet, filterThread: '95' } },
    },
  ];
  await write(request, id, edits);
  const { productionId: house } = (await (await request.post('/api/house', { data: {} })).json()) as {
    productionId: string;
  };
  const ring = 'step ring 77 → 95 mm';
  // The own list is one for all tests: this drawer is this test’s.
  const drawer = `drawer ${id.slice(-5)}`;
  await write(request, house, [
    insert('pieces', { ...PIECE_DEFAULTS, name: ring, count: 9, whereabouts: drawer, position: 1 }, randomUUID()),
  ]);
  await open(page, id, 'kit');
  await page.getByRole('searchbox', { name: 'Filter Needed' }).fill('step ring 77 → 95');
  const row = page.getByRole('row').filter({ hasText: ring });
  await expect(row).toBeVisible();
  await row.click();
  await expect(page.getByText(new RegExp(`^\\d+ of your own, ${drawer}$`))).toBeVisible();
  await page.getByRole('button', { name: new RegExp(`of your own, ${drawer}: take this way`) }).click();
  await expect(row.locator('[data-column="get"]')).toHaveText('–');
  await saved(page);
  // From then on it is promised to this job.
  await page.goto('/own-kit');
  await page.getByRole('row').filter({ hasText: drawer }).getByText(ring).click();
  await expect(page.getByText(new RegExp(`${plan.production.title.slice(0, 20)}.*: \\d+ on `))).toBeVisible();
});

test('out and back by codes, without a network: one is left behind and known before the van leaves @deep', async ({
  page,
  request,
}) => {
  const { id } = await ownNinthBell(request);
  const [cap, ring] = [randomUUID(), randomUUID()];
  await write(request, id, [
    insert('kitLines', { ...KIT_LINE_DEFAULTS, name: 'Lens cap', crate: 'Lenses', position: 1 }, cap),
    insert('kitLines', { ...KIT_LINE_DEFAULTS, name: 'Odd ring', crate: 'Lenses', position: 2 }, ring),
  ]);
  await open(page, id, 'kit');
  await page.getByRole('tab', { name: 'Taken along' }).click();
  const scan = async (line: string) => {
    await page.getByLabel('Code, from a scanner that types').fill(`kavrell:kit:line:${id}:${line}`);
    await page.keyboard.press('Enter');
  };
  await page.context().setOffline(true);
  await scan(cap);
  await scan(ring);
  await expect(page.getByRole('status').filter({ hasText: 'Odd ring: packed' })).toBeVisible();
  await scan(ring);
  await expect(page.getByRole('alert')).toContainText('Odd ring: packed already');
  await page.getByLabel('What scanning says').selectOption('there');
  await scan(cap);
  await scan(ring);
  await page.getByLabel('What scanning says').selectOption('back');
  await scan(cap);
  await expect(page.getByText(/· 1 not back/)).toBeVisible();
  await page.context().setOffline(false);
  await saved(page);
  const lines = (await rowsOf(request, id, 'kitLines')) as unknown as KitLine[];
  expect(lines.map((l) => [l.name, l.state]).sort()).toEqual([
    ['Lens cap', 'back'],
    ['Odd ring', 'there'],
  ]);
  expect(lines.every((l) => l.tickedBy !== '')).toBe(true);
});
