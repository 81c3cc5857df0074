import { randomUUID } from 'node:crypto';
import { inflateRawSync } from 'node:zlib';
import { expect, type APIRequestContext, type Locator, type Page } from '@playwright/test';
import { PLAN_TABLES } from '@kavrell/core/tables';
import { PRODUCTION_DEFAULTS } from '@kavrell/core/brief';
import {
  finalBoard as demoFinalBoard,
  lifeboat as demoLifeboat,
  ninthBell as demoNinthBell,
  type DemoPlan,
} from '@kavrell/demo';

interface Row extends Record<string, unknown> {
  id: string;
  version: number;
}

/** The demo production's id. */
export async function ninthBell(request: APIRequestContext): Promise<string> {
  const list = (await (await request.get('/api/productions')).json()) as { id: string; title: string }[];
  const found = list.find((p) => p.title === 'The Ninth Bell');
  if (!found) throw new Error('The demo production is not loaded.');
  return found.id;
}

/** Rows of a table, as the server has them. */
export async function rowsOf(request: APIRequestContext, productionId: string, table: string): Promise<Row[]> {
  const reply = await request.get(`/api/productions/${productionId}/rows/${table}`);
  return ((await reply.json()) as Record<string, Row[]>)[table]!;
}

/** Writes as another window would. */
export async function write(request: APIRequestContext, productionId: string, ops: unknown[]): Promise<void> {
  const reply = await request.post(`/api/productions/${productionId}/changes`, {
    data: { id: randomUUID(), label: 'another window', ops },
  });
  expect(reply.status(), await reply.text()).toBe(200);
}

/** A new row for `write`. */
export const insert = (table: string, values: object, id: string = randomUUID()) => ({
  op: 'insert',
  table,
  id,
  values,
});

/** Sets the demo's clock to a time of its first day. */
export async function setClock(request: APIRequestContext, productionId: string, time: string): Promise<void> {
  const [production] = await rowsOf(request, productionId, 'productions');
  const at = Date.parse(`2027-03-18T${time}:00Z`);
  await write(request, productionId, [
    {
      op: 'update',
      table: 'productions',
      id: productionId,
      version: production?.version,
      values: { simulatedNowOffsetMs: at - Date.now() },
    },
  ]);
}

/** Opens a screen and waits until it stands. */
export async function open(page: Page, productionId: string, screen: string, day = 1): Promise<void> {
  await page.goto(`/p/${productionId}/${day}/${screen}`);
  await expect(page.locator('main h1, main h2').first()).toBeVisible();
}

/** From here on a window has rail and side sheet. */
const WIDE_PX = 900;

/** Goes to a screen by the rail, without loading the page anew; on the phone by way of its three tabs. */
export async function visit(page: Page, title: string): Promise<void> {
  const link = page.locator(`nav .rail-link[href$="/${title.toLowerCase().replace(' ', '-')}"]`);
  // Which of the two rails there will be is the window’s to say: one that is about to go must not be looked at.
  if ((page.viewportSize()?.width ?? WIDE_PX) < WIDE_PX) {
    for (const group of ['Prepare', 'On the day', 'After']) {
      const tab = page.getByRole('navigation').getByRole('link', { name: group, exact: true });
      await tab.click();
      // It leads to the first screen of its group: once that is open, so are the links of the others.
      await expect(tab).toHaveAttribute('aria-current', 'page');
      if (await link.isVisible()) break;
    }
  }
  await link.click();
  await expect(page).toHaveTitle(new RegExp(`^${title} ·`));
  await expect(page.locator('main h1, main h2').first()).toBeVisible();
}

/** All that was typed or logged has been saved. */
export async function saved(page: Page): Promise<void> {
  await expect(page.locator('[data-status]')).toHaveAttribute('data-status', 'saved');
}

/** A cell of a table by its row's text and its column. */
export function cell(page: Page, row: string | RegExp, column: string): Locator {
  return page.getByRole('row').filter({ hasText: row }).locator(`[data-column="${column}"]`);
}

/** Makes an empty production of its own for a test. */
export async function freshProduction(request: APIRequestContext, title: string): Promise<string> {
  const id = randomUUID();
  const reply = await request.post('/api/productions', {
    data: {
      id,
      title,
      ...PRODUCTION_DEFAULTS,
    },
  });
  expect(reply.status()).toBe(200);
  return id;
}

const NOT_COPIED: readonly string[] = ['drives', 'cards', 'clocks', 'jams', 'looks', 'frozenSheets'];

/** A demo’s plan as a production of its own that a test may change, nothing shot yet, its clock at an instant. */
async function ownPlan(
  request: APIRequestContext,
  plan: DemoPlan,
  at: string,
): Promise<{ id: string; plan: DemoPlan }> {
  const { id, version: _v, deletedAt: _d, ...values } = plan.production;
  const simulatedNowOffsetMs = Date.parse(at) - Date.now();
  const made = await request.post('/api/productions', {
    data: { ...values, id, title: `${plan.production.title.slice(0, 20)} ${id.slice(0, 5)}`, simulatedNowOffsetMs },
  });
  expect(made.status(), await made.text()).toBe(200);
  const ops = PLAN_TABLES.filter((t) => !NOT_COPIED.includes(t)).flatMap((table) =>
    plan[table].map(({ id: rowId, productionId: _p, version: _w, deletedAt: _x, ...row }) => insert(table, row, rowId)),
  );
  await write(request, id, ops);
  return { id, plan };
}

/** The Ninth Bell as planned, before its day. */
export const ownNinthBell = (request: APIRequestContext): Promise<{ id: string; plan: DemoPlan }> =>
  ownPlan(request, demoNinthBell(randomUUID, '/nowhere'), '2027-03-18T05:00:00Z');

/** Naming the Lifeboat as planned, at a time of its day as the clock on its wall shows it. */
export const ownLifeboat = (request: APIRequestContext, time: string): Promise<{ id: string; plan: DemoPlan }> =>
  ownPlan(request, demoLifeboat(randomUUID), `2027-06-12T${time}:00+01:00`);

/** Final Board as planned, at a time of its day as the clock on its wall shows it. */
export const ownFinalBoard = (request: APIRequestContext, time: string): Promise<{ id: string; plan: DemoPlan }> =>
  ownPlan(request, demoFinalBoard(randomUUID), `2027-09-26T${time}:00+01:00`);

/** Opens a view of the Day screen. */
export const dayView = (page: Page, name: string): Promise<void> =>
  page.getByRole('tablist', { name: 'Day', exact: true }).getByRole('tab', { name, exact: true }).click();

/** Takes a line of the day and holds it over another, not let go. */
export async function holdOver(page: Page, line: Locator, other: Locator): Promise<void> {
  const [from, to] = [await line.boundingBox(), await other.boundingBox()];
  if (!from || !to) throw new Error('The lines are not on the page.');
  await page.mouse.move(from.x + 200, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + 200, from.y + 30, { steps: 4 });
  await page.mouse.move(to.x + 200, to.y + to.height / 2 + 4, { steps: 8 });
}

/** True when the page is wider than its window. */
export function scrollsSideways(page: Page): Promise<boolean> {
  return page.evaluate(() => {
    const wide = [document.documentElement, ...document.querySelectorAll('main, .table')];
    return wide.some((el) => el.scrollWidth > el.clientWidth + 1);
  });
}

/** The roll button takes the next press: one that bounces is not another. */
export const pressable = (page: Page): Promise<void> =>
  expect(page.locator('[data-press]')).toHaveAttribute('data-press', 'ready');

/**
 * Holds what is edited here back from the server until it is let go. Done in the page itself: of requests that are stopped on their way one in
 * some thirty still arrived, and with the network switched off what has just begun may arrive and only its answer be lost.
 */
export async function holdChanges(page: Page): Promise<() => Promise<void>> {
  await page.evaluate(() => {
    const { fetch: real } = window;
    const isChange = (path: unknown, method: string | undefined) =>
      method === 'POST' && /\/changes$/.test(String(path));
    window.fetch = (path, init) =>
      isChange(path, init?.method) ? Promise.reject(new TypeError('held back')) : real(path, init);
    Object.assign(window, { letChangesGo: () => (window.fetch = real) });
  });
  return () => page.evaluate(() => (window as unknown as { letChangesGo: () => void }).letChangesGo());
}

/** The files of a ZIP as text, by its list at the end. */
export function unzip(zip: Buffer): Map<string, string> {
  const end = zip.lastIndexOf(Buffer.from([0x50, 0x4b, 5, 6]));
  const files = new Map<string, string>();
  let at = zip.readUInt32LE(end + 16);
  for (let n = 0; n < zip.readUInt16LE(end + 10); n += 1) {
    const [method, size, name, extra, comment] = [
      ...[zip.readUInt16LE(at + 10), zip.readUInt32LE(at + 20), zip.readUInt16LE(at + 28)],
      ...[zip.readUInt16LE(at + 30), zip.readUInt16LE(at + 32)],
    ] as [number, number, number, number, number];
    const from = zip.readUInt32LE(at + 42);
    const data = from + 30 + zip.readUInt16LE(from + 26) + zip.readUInt16LE(from + 28);
    const bytes = zip.subarray(data, data + size);
    files.set(
      zip.subarray(at + 46, at + 46 + name).toString(),
      (method === 8 ? inflateRawSync(bytes) : bytes).toString('latin1'),
    );
    at += 46 + name + extra + comment;
  }
  return files;
}
