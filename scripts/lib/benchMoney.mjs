import { randomUUID } from 'node:crypto';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { median, report } from './measure.mjs';
import { openTimes } from './openTimes.mjs';
import { loadSource } from './source.mjs';

const DAYS = 5;

/** Money: the estimate of a five-day job after an edit, a quote as a document, and how long the screen takes to open. */
export async function benchMoney(openBrowser, startInstance, freePort) {
  const { ninthBell } = await loadSource('demo/src/index.ts');
  const productions = await loadSource('core/src/whole/productions/index.ts');
  const plan = ninthBell(randomUUID, '/media');
  const rows = fiveDays(productions, plan);
  const [version] = rows.estimates;
  const times = Array.from({ length: 41 }, (_, i) => {
    // Each edit is another: what a former one left behind helps nobody.
    const edited = { ...rows, people: rows.people.map((p) => ({ ...p, travelMin: p.travelMin + i })) };
    const at = performance.now();
    productions.estimateOfJob(edited, version, productions.planFiguresOf(edited), Date.now());
    return performance.now() - at;
  });
  report(`estimate of ${rows.days.length} days after an edit, median of ${times.length}`, median(times), 50, 'ms');

  const dir = mkdtempSync(path.join(os.tmpdir(), 'kavrell-bench-'));
  chmodSync(dir, 0o755);
  const instance = await startInstance({ dir, port: await freePort(), demo: true, fast: true, log: 'error' });
  const browser = await openBrowser();
  try {
    const page = await (await browser.newContext({ baseURL: instance.address })).newPage();
    await page.goto(instance.link);
    // Signed in once its jobs are listed.
    await page.getByText('Naming the Lifeboat').waitFor();
    const { request } = page.context();
    const { id } = (await (await request.get('/api/productions')).json()).find(
      (p) => p.title === 'Naming the Lifeboat',
    );
    const { estimates } = await (await request.get(`/api/productions/${id}/rows/estimates`)).json();
    const data = {
      id: randomUUID(),
      kind: 'quote',
      estimateId: estimates[0].id,
      shareBp: 0,
      issuedOn: '2027-06-01',
      dueOn: '2027-07-01',
      count: null,
      grossMinor: 342_000,
    };
    const issued = await request.post(`/api/productions/${id}/money/papers`, { data });
    if (!issued.ok()) throw new Error(await issued.text());
    const { paperId } = await issued.json();
    const pdfs = [];
    for (let n = 0; n < 7; n += 1) {
      const at = performance.now();
      const pdf = await request.get(`/api/productions/${id}/money/papers/${paperId}/paper.pdf`);
      if (!pdf.ok()) throw new Error(await pdf.text());
      pdfs.push((performance.now() - at) / 1000);
    }
    report(`a quote as a document, median of ${pdfs.length}`, median(pdfs), 1.5, 's');
    await page.goto(`/p/${id}/1/brief`);
    await page.locator('main h1').first().waitFor();
    await page.waitForTimeout(2500);
    report('Money opens, median of 5', median(await openTimes(page, 'money')), 300, 'ms');
  } finally {
    await browser.close();
    await instance.stop();
    rmSync(dir, { recursive: true, force: true });
  }
}

/** The bell’s two days as five: the second one three times more, with its lines and its people. */
function fiveDays(productions, plan) {
  const last = plan.days.at(-1);
  const more = Array.from({ length: DAYS - plan.days.length }, (_, i) => ({
    ...last,
    ...{ id: randomUUID(), number: plan.days.length + i + 1, date: `2027-03-${20 + i}` },
  }));
  const onMore = (list) =>
    more.flatMap((day) =>
      list.filter((r) => r.dayId === last.id).map((r) => ({ ...r, id: randomUUID(), dayId: day.id })),
    );
  const rows = {
    ...{ ...plan, ...productions.nothingShot() },
    days: [...plan.days, ...more],
    dayItems: [...plan.dayItems, ...onMore(plan.dayItems)],
    engagements: [...plan.engagements, ...onMore(plan.engagements)],
  };
  if (productions.planFiguresOf(rows).days.length !== DAYS) throw new Error('The bench has not five days.');
  return rows;
}
