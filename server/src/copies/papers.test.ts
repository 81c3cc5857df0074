import { describe, expect, it } from 'vitest';
import type { HandOver } from '@kavrell/contract';
import { newId } from '../platform/ids.ts';
import { pdfText } from '../testing/harness.ts';
import { runCopyJobs } from './here.ts';
import { CopiesBench } from './testing.ts';

const bench = new CopiesBench();
const { url, card, start, fill } = bench;
const paper = async (name: string) =>
  pdfText((await bench.owner.get(url(name)).buffer(true).expect(200)).body as Buffer);
const move = async (whereabouts: string, version: number) =>
  bench.owner
    .post(url('changes'))
    .send({
      ...{ id: newId(), label: 'moved' },
      ops: [{ op: 'update', table: 'drives', id: bench.plan.drives[0]!.id, version, values: { whereabouts } }],
    })
    .expect(200);

describe('papers about the media', () => {
  it('custody: where everything is, and every hand-over with who said it, the newest first', async () => {
    await move('Hotel safe', 1);
    await move('Card wallet', 2);
    const { body } = await bench.owner.get(url('custody')).expect(200);
    expect((body as HandOver[]).slice(0, 2).map((m) => [m.what, m.from, m.to, m.by])).toEqual([
      ['Fast 1', 'Hotel safe', 'Card wallet', 'owner'],
      ['Fast 1', 'Sunniva’s bag', 'Hotel safe', 'owner'],
    ]);
    const pdf = await paper('custody.pdf');
    expect(pdf).toContain('Card wallet, in Oda’s van');
    expect(pdf).toContain('Hotel safe');
    expect((await bench.owner.get(url('custody.csv')).expect(200)).text.split('\n')[1]).toContain('Fast 1');
  });

  it('media: every file with its hash and the drives that hold it; nowhere is said too', async () => {
    await fill('A001', { 'a.bin': 'one' });
    await start('A001', 1).expect(200);
    await runCopyJobs(bench.server.context, 'w');
    const lines = (await bench.owner.get(url('media.csv')).expect(200)).text.trim().split('\n');
    expect(lines).toHaveLength(2);
    expect(lines[1]).toMatch(/^A001,a\.bin,3,verified,[0-9a-f]{16},Fast 1/);
    expect(await paper('media.pdf')).toContain('A001: verified');
  });

  it('labels: one of each drive, place and card that is out', async () => {
    const pdf = await paper('keep-labels.pdf');
    for (const name of ['Fast 1', 'Night disk', 'Card wallet', card('A001').label]) expect(pdf).toContain(name);
    expect(pdf).not.toContain('A002');
  });
});
