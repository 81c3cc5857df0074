import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type request from 'supertest';
import { cameraChecks, cameraToMend, fitOfPlan, litSetups, patchOf, setupLights } from '@kavrell/core/productions';
import { doubledCards } from '@kavrell/core/camera';
import type { DemoPlan } from '@kavrell/demo';
import { loadRows } from '../productions/load.ts';
import { startTestServer, storeNinthBell, type TestServer } from '../testing/harness.ts';

let server: TestServer;
let owner: request.Agent;
let plan: DemoPlan;
const scratch = mkdtempSync(path.join(os.tmpdir(), 'kavrell-clip-'));
beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
});
afterAll(async () => {
  rmSync(scratch, { recursive: true, force: true });
  await server.stop();
});
const url = (what: string) => `/api/productions/${plan.production.id}/${what}`;
const send = (bytes: Buffer) =>
  owner.post(url('test-clip')).set('content-type', 'application/octet-stream').send(bytes);
const pdf = async (what: string): Promise<Buffer> => {
  const reply = await owner
    .get(url(what))
    .buffer(true)
    .parse((res, done) => {
      const parts: Buffer[] = [];
      res.on('data', (part: Buffer) => parts.push(part));
      res.on('end', () => done(null, Buffer.concat(parts)));
    })
    .expect(200);
  expect(reply.headers['content-type']).toContain('application/pdf');
  return reply.body as Buffer;
};
/** A second of real picture and sound, as a camera would have made it. */
function clip(name: string, args: string[]): Buffer {
  const file = path.join(scratch, name);
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-f', 'lavfi', ...args, file]);
  return readFileSync(file);
}

describe('a test clip', () => {
  it('says rate, drop flag, size, codec, data rate and sound', async () => {
    const bytes = clip('ntsc.mov', [
      ...['-i', 'testsrc2=size=640x360:rate=30000/1001', '-f', 'lavfi', '-i', 'sine=sample_rate=48000', '-t', '1'],
      ...['-timecode', '01:00:00;02', '-c:v', 'mpeg4', '-c:a', 'pcm_s16le', '-ac', '2'],
    ]);
    const { body } = await send(bytes).expect(200);
    expect(body).toMatchObject({
      rate: '30000/1001df',
      widthPx: 640,
      heightPx: 360,
      audioChannels: 2,
      sampleRateHz: 48_000,
      startTimecode: '01:00:00;02',
    });
    expect(body.codec).toMatch(/MPEG-4/);
    expect(body.rateMbps).toBeGreaterThan(0);
    expect(body.durationS).toBeCloseTo(1, 1);
  });
  it('23.976 is told from 24', async () => {
    const of = async (rate: string) =>
      (
        await send(
          clip(`r${rate.replace('/', '-')}.mp4`, [
            '-i',
            `testsrc2=size=64x64:rate=${rate}`,
            '-t',
            '1',
            '-c:v',
            'mpeg4',
          ]),
        ).expect(200)
      ).body.rate;
    expect(await of('24000/1001')).toBe('24000/1001');
    expect(await of('24')).toBe('24');
  });
  it('what is no clip is refused in words, and nothing is left behind', async () => {
    expect((await send(Buffer.from('this is a shopping list')).expect(400)).body.detail).toMatch(/no moving picture/);
    expect((await send(Buffer.alloc(0)).expect(400)).body.detail).toMatch(/empty/);
    const sound = clip('only.wav', ['-i', 'sine=sample_rate=48000', '-t', '1']);
    expect((await send(sound).expect(400)).body.detail).toMatch(/says nothing of a camera/);
    expect(readdirSync(path.join(os.tmpdir(), 'kavrell-clips'))).toEqual([]);
  });
});

describe('documents', () => {
  it('every card has a label', async () => {
    expect((await pdf('card-labels.pdf')).length).toBeGreaterThan(5000);
  });
  it('a fault has a sheet; one that is not there is told in words', async () => {
    const [fault] = plan.faults;
    expect((await pdf(`faults/${fault?.id}/evidence.pdf`)).length).toBeGreaterThan(2000);
    const reply = await owner.get(url(`faults/${randomUUID()}/evidence.pdf`)).expect(404);
    expect(reply.body.detail).toMatch(/no such fault/);
  });
});

describe('the seeded troubles of the foundry', () => {
  it('are found from the stored rows', async () => {
    const rows = await loadRows(server.context, plan.production.id);
    const standing = Object.fromEntries(cameraChecks(rows).map((c) => [c.camera.letter, c]));
    expect(standing.A?.standing).toBe('ready');
    expect(standing.B?.differences.map((d) => d.setting.key)).toEqual(['rate']);
    expect(standing.C?.differences.map((d) => d.setting.key).sort()).toEqual(['diffusion', 'timeZone']);
    expect(standing.D?.standing).toBe('not walked');
    expect(doubledCards(rows.cameras, rows.cards).map((d) => d.label)).toEqual(['A001']);
    const patch = patchOf(rows);
    expect(patch.find((f) => f.key.startsWith('onceBox'))?.words).toMatch(
      /^Scene 7 happens once, and .* all go into Recorder/,
    );
    expect(patch.some((f) => f.key.startsWith('socket:'))).toBe(true);
    expect(cameraToMend(rows)).toBe(6);
  });
  it('and every shot with light and lens is exposed', async () => {
    const rows = await loadRows(server.context, plan.production.id);
    const fit = fitOfPlan(rows, setupLights(rows, litSetups(rows, rows.days[0] ?? null), null));
    const slow = fit.findings.filter((f) => f.key.startsWith('rate:')).map((f) => f.words);
    expect(slow.join()).toMatch(/100 frames a second, and its mode goes to 60/);
    expect(fit.fittings.filter((f) => f.exposure).length).toBeGreaterThan(15);
    expect(fit.rings.map((r) => r.name)).toContain('step ring 77 → 82 mm');
  });
});

describe('refusals', () => {
  const write = (ops: unknown[]) => owner.post(url('changes')).send({ id: randomUUID(), label: 'test', ops });
  it('a lens, a setting and a route that can’t be', async () => {
    const lens = plan.lenses[0];
    const bad = await write([
      { op: 'update', table: 'lenses', id: lens?.id, version: 1, values: { focalMinMm: 0 } },
    ]).expect(400);
    expect(bad.body.detail).toMatch(/focal length must be more than 0/);
    const order = await write([
      { op: 'update', table: 'lenses', id: lens?.id, version: 1, values: { focalMinMm: 90, focalMaxMm: 80 } },
    ]).expect(400);
    expect(order.body.detail).toMatch(/longest focal length .* not shorter/);
    const camera = plan.cameras[0];
    const setting = await write([
      {
        op: 'update',
        table: 'cameras',
        id: camera?.id,
        version: 1,
        values: { settings: { warpSpeed: { value: '9', from: 'hand', atMs: 1, by: 'x' } } },
      },
    ]);
    expect(setting.status).toBe(400);
    const [route] = plan.soundRoutes;
    const channel = await write([
      { op: 'update', table: 'soundRoutes', id: route?.id, version: 1, values: { channel: 0 } },
    ]).expect(400);
    expect(channel.body.detail).toMatch(/Channels start at 1/);
    // A source that is heard in a scene of another production.
    const [source] = plan.soundSources;
    const away = await write([
      { op: 'update', table: 'soundSources', id: source?.id, version: 1, values: { sceneIds: [randomUUID()] } },
    ]);
    expect(away.status).toBeGreaterThanOrEqual(400);
    expect(away.body.detail).toMatch(/scene/);
  });
});
