import { expect, test, type Page } from '@playwright/test';
import { cell, freshProduction, open, ownLifeboat, ownNinthBell, rowsOf, saved, visit } from './kavrell.ts';

const view = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();

test('the lifeboat is quoted, more is asked for on its day, agreed to by a link, and invoiced @deep', async ({
  page,
  request,
  browser,
}) => {
  const { id, plan } = await ownLifeboat(request, '12:00');
  await open(page, id, 'money');
  await view(page, 'Quote and invoice');
  await expect(page.locator('[data-paper-drawn]')).toContainText('£3,420.00');
  await page.getByRole('button', { name: 'Issue the quote' }).click();
  const quote = page.locator('[data-paper]').first();
  await expect(quote).toContainText('Quote 27-Q');
  const pdf = await request.get((await quote.getByRole('link', { name: 'PDF' }).getAttribute('href'))!);
  expect([pdf.status(), pdf.headers()['content-type']]).toEqual([200, 'application/pdf']);

  // On the day: noted where one stands, with no price.
  await visit(page, 'Roll');
  await page.getByRole('button', { name: 'More asked for' }).click();
  await page.getByLabel('What is asked for', { exact: true }).fill('The mayor on the gallery, once more');
  await page.getByLabel('Who asks').fill('Una Sandry');
  await page.getByLabel('How long it takes').fill('soon');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByRole('alert')).toContainText('Nothing was noted yet');
  await page.getByLabel('How long it takes').fill('45');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.locator('[data-more-asked]')).toContainText('by Una Sandry, 45');
  await saved(page);

  // In the evening: priced by the plan, and put to who pays.
  await visit(page, 'Money');
  await view(page, 'Changes');
  const cameUp = page.locator('[data-came-up^="The mayor"]');
  await cameUp.getByRole('button', { name: 'Price it' }).click();
  await expect(cameUp).toHaveCount(0);
  const side = page.getByRole('complementary', { name: 'Side sheet' });
  await expect(side).toContainText('At the price of the job');
  const client = plan.people.find((p) => p.kind === 'client')!;
  await side.getByLabel('Whom').selectOption(client.name);
  await side.getByRole('button', { name: 'Ask, and copy the link' }).click();
  await expect(side.locator('[data-standing]')).toContainText('The link was made');
  await saved(page);
  const { path } = (await (
    await request.post(`/api/productions/${id}/people/${client.id}/link`, { data: {} })
  ).json()) as { path: string };
  const theirs = await browser.newContext({ javaScriptEnabled: false, storageState: { cookies: [], origins: [] } });
  const phone = await theirs.newPage();
  await phone.goto(`${path}/changes`);
  await expect(phone.getByRole('heading', { name: 'Do you agree to this change?' })).toBeVisible();
  await phone.getByLabel('Your name').fill('Pascoe Wren');
  await phone.getByRole('button', { name: 'I agree to this price' }).click();
  await expect(phone.locator('[data-standing]')).toContainText('Agreed on');
  await theirs.close();
  await expect(side.locator('[data-standing]')).toContainText('Agreed by Pascoe Wren by their link');

  // It stands on the invoice, which is paid.
  await view(page, 'Quote and invoice');
  await page.getByLabel('What', { exact: true }).selectOption('final');
  await expect(page.locator('[data-paper-drawn]')).toContainText('Change: The mayor on the gallery, once more');
  await page.getByRole('button', { name: 'Issue the invoice' }).click();
  const invoice = page.locator('[data-paper]').filter({ hasText: 'Invoice 27-' });
  await expect(invoice).toContainText('open');
  await invoice.getByRole('button', { name: /came in today/ }).click();
  await expect(invoice).toContainText('paid');
  await saved(page);
  const [change] = await rowsOf(request, id, 'scopeChanges');
  const papers = (await rowsOf(request, id, 'moneyPapers')) as unknown as {
    kind: string;
    content: { netMinor: number; changeIds: string[] };
  }[];
  const final = papers.find((p) => p.kind === 'final')!;
  expect(final.content.changeIds).toEqual([change!.id]);
  expect(final.content.netMinor).toBe(285_000 + Number(change!.priceMinor));
  const xml = await request.get((await invoice.getByRole('link', { name: /Invoice data/ }).getAttribute('href'))!);
  expect(await xml.text()).toContain('urn:cen.eu:en16931:2017');
});

test('two versions of the bell stand side by side, and a third is worked out from the plan @deep', async ({
  page,
  request,
}) => {
  const { id } = await ownNinthBell(request);
  await open(page, id, 'money');
  await view(page, 'Versions');
  const beside = page.getByRole('region', { name: 'Side by side' });
  await expect(beside.locator('[data-difference]')).toContainText('less for who pays');
  await expect(beside).toContainText('Without Mirko Hale');
  await page.getByRole('button', { name: 'Alone, on 3 days' }).click();
  const alone = page.locator('[data-version="Alone, 3 days"]');
  await expect(alone).toContainText('3 days, alone');
  await beside.getByLabel('The second version').selectOption('Alone, 3 days');
  await expect(beside).toContainText('2 to 3 days');
  await alone.getByRole('button', { name: 'Do the job by Alone, 3 days' }).click();
  await expect(alone).toContainText('the job is done by it');
  await saved(page);
  // What is undone is undone whole: the other is the one again.
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-version="Two days, six people"]')).toContainText('the job is done by it');
});

test('a job of one’s own is priced from nothing, and a receipt is kept without a network @deep', async ({
  page,
  request,
  context,
}) => {
  const id = await freshProduction(request, 'Own money');
  await open(page, id, 'money', 0);
  await page.getByRole('button', { name: 'Begin the estimate' }).click();
  await page.getByRole('button', { name: 'Add a line' }).click();
  const side = page.getByRole('complementary', { name: 'Side sheet' });
  await side.getByLabel('What it is').fill('A day with two cameras');
  await side.getByLabel('What it is').press('Enter');
  await side.getByLabel('Each (EUR)').fill('minus');
  await side.getByLabel('Each (EUR)').press('Enter');
  await expect(side.getByText('is not a sum')).toBeVisible();
  await side.getByLabel('Each (EUR)').fill('1,250.50');
  await side.getByLabel('Each (EUR)').press('Enter');
  await side.getByLabel('How many').fill('1.5');
  await side.getByLabel('How many').press('Enter');
  await expect(page.locator('[data-figure="Net"]')).toHaveText('€1,875.75');
  await view(page, 'Quote and invoice');
  await expect(page.locator('[data-lacks]')).toContainText('Who pays');
  await view(page, 'Spent');
  await saved(page);
  await context.setOffline(true);
  await page.getByRole('button', { name: 'A receipt', exact: true }).click();
  await side.getByLabel('What for').fill('Gels');
  await side.getByLabel('What for').press('Enter');
  await side.getByLabel('Paid', { exact: true }).fill('42.5');
  await side.getByLabel('Paid', { exact: true }).press('Enter');
  await expect(cell(page, 'Gels', 'amountMinor')).toHaveText('€42.50');
  expect(await rowsOf(request, id, 'expenses')).toEqual([]);
  await context.setOffline(false);
  await saved(page);
  expect(await rowsOf(request, id, 'expenses')).toMatchObject([{ words: 'Gels', amountMinor: 4250, currency: 'EUR' }]);
});
