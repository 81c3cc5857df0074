import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { finalBoard, type DemoPlan } from '@kavrell/demo';
import { cablesOf } from '@kavrell/core/cover';
import { newId } from '../platform/ids.ts';
import { pdfText, startTestServer, store, type TestServer } from '../testing/harness.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
const at = (path: string) => `/api/productions/${plan.production.id}/${path}`;
const text = async (path: string) => pdfText((await owner.get(at(path)).expect(200)).body as Buffer);
const order = (who: string) => text(`days/${plan.days[0]!.id}/running/${who}/order.pdf`);

beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await store(server, finalBoard(newId));
});
afterAll(() => server.stop());

describe('the running order on paper', () => {
  it('has every cue with its second, what is over before a fixed one, and the latest start', async () => {
    const said = await order('all');
    expect(said).toMatch(/10:45:00\s+0:20\s+graphic\s+Countdown board out, titles in/);
    expect(said).toMatch(/opening_v4\.mov/);
    expect(said).toMatch(/1:15 to fill before it/);
  });
  it('of one person only theirs, and of nobody here it is said', async () => {
    const abel = plan.people.find((p) => p.shortName === 'Abel')!;
    const own = await order(abel.id);
    expect(own).toContain('Cues of Abel Moreau-Finn');
    expect(own).toContain('Handshake, faces');
    expect(own).not.toContain('Table of standings');
    await owner.get(at(`days/${plan.days[0]!.id}/running/${randomUUID()}/order.pdf`)).expect(404);
  });
});

describe('cables', () => {
  it('have two labels each, in the order in which they are laid; one laid again elsewhere has none anew', async () => {
    expect(await text('cable-labels.pdf')).toContain('No cable yet');
    const drafts = cablesOf({
      ...{ cameras: plan.cameras, boxes: [], sources: [], routes: [], links: plan.links },
      ...{ things: plan.sharedThings, cables: [], labels: [], placeId: plan.places[0]!.id },
    });
    const again = { ...drafts[0]!, placeId: null };
    // Of the same name, and another cable: its labels are never left out.
    const other = { ...drafts[1]!, label: 'V01', toWhat: 'Monitor', placeId: null };
    await owner
      .post(at('changes'))
      .send({
        ...{ id: randomUUID(), label: 'Cables' },
        ops: [...drafts, again, other].map((values) => ({ op: 'insert', table: 'cables', id: randomUUID(), values })),
      })
      .expect(200);
    const said = await text('cable-labels.pdf');
    expect(said.match(/V01/g)).toHaveLength(4);
    expect(said).toContain('Monitor');
    expect(said.indexOf('P01')).toBeLessThan(said.indexOf('V01'));
    expect(said).toMatch(/here Switcher,/);
  });
  it('a shared thing that names a camera of another production is refused', async () => {
    const values = {
      ...{ name: 'Outlet', kind: 'circuit', cameraIds: [randomUUID()], boxIds: [], sourceIds: [] },
      ...{ inputs: null, others: [], position: 9 },
    };
    await owner
      .post(at('changes'))
      .send({ id: randomUUID(), label: 'x', ops: [{ op: 'insert', table: 'sharedThings', id: randomUUID(), values }] })
      .expect(400);
  });
});
