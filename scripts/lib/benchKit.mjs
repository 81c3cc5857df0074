import { median, report, timed } from './measure.mjs';
import { loadSource } from './source.mjs';

let n = 0;
const newId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;

/** The bell’s plan made large: three days, each with a hundred more shots over its own setups. */
async function threeDays() {
  const { ninthBell } = await loadSource('demo/src/ninthBell.ts');
  const bell = ninthBell(newId, '/media');
  const [first] = bell.days;
  const days = [0, 1, 2].map((i) => ({ ...first, id: newId(), number: i + 1, date: `2027-03-${18 + i}` }));
  const shots = Array.from({ length: 300 }, (_, i) => ({
    ...bell.shots[i % bell.shots.length],
    ...{ id: newId(), code: `${i + 1}`, position: i + 1 },
  }));
  const dayItems = shots.map((shot, i) => ({
    ...bell.dayItems.find((x) => x.shotId),
    ...{ id: newId(), dayId: days[i % 3].id, shotId: shot.id, position: i + 1 },
  }));
  const engagements = days.flatMap((d) =>
    bell.engagements.filter((e) => e.dayId === first.id).map((e) => ({ ...e, id: newId(), dayId: d.id })),
  );
  return { ...bell, days, shots, dayItems, engagements };
}

/** Kit: what three days need, sixty pieces in a van, two thousand pieces on ten jobs; processor time of one core. */
export async function benchKit() {
  const { kitOfJob, kitOf } = await loadSource('core/src/whole/productions/index.ts');
  const { bookingClashes } = await loadSource('core/src/about/kit/index.ts');
  const { packKit } = await loadSource('core/src/rooms/kit/index.ts');
  const { cutSpace } = await loadSource('core/src/rooms/kit/testing.ts');
  const job = await threeDays();
  report('what one day of 100 shots needs', median(timed(() => kitOf(job, job.days[0]), 25)), 50, 'ms');
  const times = median(timed(() => kitOfJob(job), 25));
  report(`what three days with ${job.setups.length} setups, 300 shots need`, times, 50, 'ms');
  const cut = cutSpace(60, 60);
  const at = performance.now();
  const packed = packKit(cut);
  report(
    `60 pieces cut out of a hold, ${Math.round(packed.fill * 100)} % of it filled`,
    performance.now() - at,
    2000,
    'ms',
  );
  const pieces = Array.from({ length: 2000 }, (_, i) => ({
    id: `p${i}`,
    name: `Piece ${i}`,
    count: 1,
    state: 'ready',
  }));
  const bookings = Array.from({ length: 4000 }, (_, i) => ({
    ...{ pieceId: `p${i % 2000}`, productionId: `j${i % 10}`, title: `Job ${i % 10}`, count: 1 },
    ...{ fromDate: `2027-03-${String(1 + (i % 20)).padStart(2, '0')}`, toDate: '2027-03-28' },
  }));
  report('clashes of 2,000 pieces on 4,000 promises', median(timed(() => bookingClashes(pieces, bookings))), 50, 'ms');
}

/** How soon the own list opens with two thousand pieces. */
export async function benchHousePage(context, address) {
  const post = async (path, data) => {
    const reply = await context.request.post(`${address}${path}`, { data });
    if (!reply.ok()) throw new Error(`${path}: ${reply.status()} ${await reply.text()}`);
    return reply.json();
  };
  const { PIECE_DEFAULTS } = await loadSource('core/src/rooms/kit/index.ts');
  const { randomUUID } = await import('node:crypto');
  const { productionId } = await post('/api/house', {});
  for (let part = 0; part < 4; part += 1)
    await post(`/api/productions/${productionId}/changes`, {
      ...{ id: randomUUID(), label: 'Two thousand' },
      ops: Array.from({ length: 500 }, (_, i) => ({
        ...{ op: 'insert', table: 'pieces', id: randomUUID() },
        values: { ...PIECE_DEFAULTS, name: `Piece ${part * 500 + i}`, position: part * 500 + i },
      })),
    });
  const page = await context.newPage();
  await page.goto(`${address}/`);
  const link = page.getByRole('link', { name: /^Own kit/ });
  const opened = [];
  for (let i = 0; i < 7; i += 1) {
    await link.waitFor();
    const at = performance.now();
    await link.click();
    await page.getByRole('grid', { name: 'What is yours' }).getByText('Piece 0', { exact: true }).waitFor();
    opened.push(performance.now() - at);
    await page.getByRole('link', { name: 'All productions' }).click();
  }
  report('the own list opens, 2,000 pieces, median of 7', median(opened), 300, 'ms');
  await page.close();
}
