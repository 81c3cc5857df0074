import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { wavHead } from '@kavrell/core/formats';
import { parseLabel, parseRate } from '@kavrell/core/timecode';
import { open, pressable, rowsOf, saved, visit, write } from './kavrell.ts';
import { expect, test, type Page } from './nothing.ts';

/** A job of each kind, as somebody pastes it; what is rolled first stands in it. */
const JOBS = [
  {
    kind: /Shots/,
    title: 'Candle maker',
    text: `Thursday 6 March 2031, call 8:00, wrap by 16:00
Place: Wax loft, Canal Yard 2
Vera Lind, gaffer, vera@example.org
1 ws the row of moulds 2t must
1 cu wax runs over the lip 3t must`,
    first: '1A',
  },
  {
    kind: /Moments/,
    title: 'Choir jubilee',
    text: `Choir jubilee, Thursday 6 March 2031, call 12:00, wrap by 22:00
Venue: Old Brewery Hall, Brewery Lane 4
15:00 The first piece, only once 20min
about 15:30 Toast by the chair
then portraits 25 min`,
    first: 'The first piece',
  },
  {
    kind: /A running order/,
    title: 'Chess final',
    text: `Thursday 6 March 2031, call 9:00, wrap by 18:00
Place: Guild hall, Guild Square 1
11:00 Titles 2min
11:02 Desk, opening 8min
11:10 First game 50min`,
    first: 'Titles',
  },
];

const RATE = parseRate('25');
/** A recorder’s file of two seconds that begins at a label of the take’s timecode. */
function recording(label: string): Uint8Array {
  const sampleRate = 8000;
  const frames = sampleRate * 2;
  const bext = {
    ...{ description: '', originator: 'recorder', originatorReference: '', date: '2031-03-06', time: '' },
    timeReference: Math.round(((parseLabel(label, RATE) * RATE.den) / RATE.num) * sampleRate),
    codingHistory: '',
  };
  const head = wavHead({ encoding: 'pcm', bits: 16, channels: 1, sampleRate }, frames, { bext });
  const whole = new Uint8Array(head.length + frames * 2);
  whole.set(head);
  return whole;
}

/** From the paste to a take that is called good. */
async function rolled(page: Page, { kind, title, text, first }: (typeof JOBS)[number]): Promise<string> {
  await page.goto('/');
  await page.getByRole('radio', { name: kind }).click();
  await page.getByLabel(/Paste anything/).fill(text);
  await page.getByLabel('New production').fill(title);
  await page.getByRole('button', { name: 'Begin with this' }).click();
  await expect(page).toHaveURL(/call-sheet/);
  await saved(page);
  const id = /\/p\/([^/]+)\//.exec(page.url())![1]!;
  // Without a camera that is said, and one press leads to where it is added.
  await visit(page, 'Roll');
  await page.locator('[data-no-camera]').getByRole('link', { name: 'Add one' }).click();
  await page.getByRole('main').getByRole('button', { name: 'Add a camera' }).click();
  await visit(page, 'Roll');
  await expect(page.locator('[data-no-camera]')).toHaveCount(0);
  await expect(page.getByRole('main')).toContainText(first);
  await page.locator('[data-press]').click();
  await page.getByRole('button', { name: 'Roll on day 1' }).click();
  await expect(page.locator('[data-roll-state]')).toHaveAttribute('data-roll-state', 'rolling');
  await pressable(page);
  await page.locator('[data-press]').click();
  await expect(page.locator('[data-roll-state]')).toHaveAttribute('data-roll-state', 'standing');
  await page.getByRole('button', { name: /^Good/ }).click();
  await saved(page);
  return id;
}

for (const job of JOBS)
  test(`${job.title}: from an empty database to media that are kept and a report${job.title === 'Choir jubilee' ? '' : ' @deep'}`, async ({
    page,
    house,
  }) => {
    const id = await rolled(page, job);
    await expect(page.locator('[data-answer=kept]')).toContainText('1 take, no card read yet');

    // The recorder’s card and a drive are plugged in. The machine of the tests has one disk: there one copy is one copy.
    const [production] = await rowsOf(page.request, id, 'productions');
    const keepPolicy = { verifiedCopies: 1, apart: false, format: 'never', leaveOut: [] };
    await write(page.request, id, [
      { op: 'update', table: 'productions', id, version: production!.version, values: { keepPolicy } },
    ]);
    const events = (await rowsOf(page.request, id, 'takeEvents')) as unknown as { payload: { timecode: string } }[];
    const [card, drive] = [`S1${id.slice(-4).toUpperCase()}`, `disk-${id.slice(-4)}`];
    mkdirSync(path.join(house.media, drive));
    mkdirSync(path.join(house.media, card));
    writeFileSync(path.join(house.media, card, 'T001.wav'), recording(events[0]!.payload.timecode));
    await open(page, id, 'copies');
    await page.getByRole('main').getByRole('button', { name: 'Read a card' }).first().click();
    const found = (name: string) => page.locator(`[data-found="${name}"]`);
    await found(drive).getByRole('button', { name: 'It is a drive' }).click();
    await found(card).getByRole('button', { name: 'It is a card' }).click();
    await page.getByRole('button', { name: 'Read it' }).click();
    await page.getByRole('complementary').getByRole('button', { name: 'Copy and verify to 1 drive' }).click();
    await expect(page.locator(`[data-card="${card}"] [data-state="kept"]`)).toBeVisible();
    await expect(page.locator('[data-answer=kept]')).toContainText('all kept');

    // Did we get it: the take, its file, and where that stands.
    await visit(page, 'Wrap');
    const row = page.getByRole('row').filter({ hasText: 'T001.wav' });
    await expect(row).toContainText('Good');
    await expect(row).toContainText('kept');
    const report = await page.request.get(
      (await page.getByRole('link', { name: 'Report as CSV', exact: true }).getAttribute('href')) ?? '',
    );
    const line = (await report.text()).split('\r\n').find((l) => l.includes('T001.wav'));
    expect(line).toContain('Good');
    expect(line).toContain(drive);
    const sheet = page.getByRole('link', { name: 'Report as PDF', exact: true });
    expect((await page.request.get((await sheet.getAttribute('href')) ?? '')).headers()['content-type']).toContain(
      'pdf',
    );
  });
