import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DemoPlan } from '@kavrell/demo';
import { foldTakes, type TakeEvent, type TakePayload } from '@kavrell/core/roll';
import { type DeviceState } from '@kavrell/core/camera';
import { rowsOf, storeNinthBell, startTestServer, type TestServer } from '../testing/harness.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
let seq = 0;
const path = () => `/api/productions/${plan.production.id}`;
const post = (events: TakeEvent[]) => owner.post(`${path()}/take-events`).send({ events });
const read = () => rowsOf<TakeEvent>(owner, plan.production.id, 'takeEvents');
const device = async (letter: string) => {
  const list = await rowsOf<DeviceState>(owner, plan.production.id, 'deviceStates');
  return list.find((d) => d.cameraId === plan.cameras.find((c) => c.letter === letter)?.id);
};
const event = (takeId: string, payload: TakePayload, atMs = Date.now()): TakeEvent => {
  seq += 1;
  return { id: randomUUID(), takeId, atMs, seq, clientId: 'test', device: 'test', payload };
};
const rolled = (takeId: string, letters: string[], atMs?: number): TakeEvent =>
  event(
    takeId,
    {
      kind: 'rolled',
      shotId: plan.shots[0]?.id ?? null,
      dayId: plan.days[0]?.id ?? '',
      number: 1,
      wild: false,
      timecode: '10:00:00:00',
      cameras: plan.cameras
        .filter((c) => letters.includes(c.letter))
        .map((c) => ({ letter: c.letter, cameraId: c.id, evidence: 'assumed', card: null, clip: null })),
    },
    atMs,
  );

beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plan = await storeNinthBell(server);
  await server.context.models.deviceStates.bulkCreate(
    plan.cameras.map((c) => ({
      cameraId: c.id,
      productionId: plan.production.id,
      version: 1,
      rollingSinceMs: null,
      clip: null,
      clipNumber: 0,
      card: `${c.letter}002`.replace('C002', 'C001').replace('D002', 'D001'),
      cardUsedBytes: 0,
      batteryUsedMin: 0,
    })),
  );
});
afterAll(() => server.stop());

describe('take events', () => {
  it('command the simulated cameras, which report back as events of their own', async () => {
    const takeId = randomUUID();
    await post([rolled(takeId, ['A', 'C'])]).expect(200, { accepted: 1, known: 0 });
    expect((await device('A'))?.rollingSinceMs).not.toBeNull();
    expect((await device('B'))?.rollingSinceMs).toBeNull();
    const take = foldTakes(await read()).find((t) => t.id === takeId);
    expect(take?.cameras).toMatchObject([
      { letter: 'A', evidence: 'reports', card: 'A002', clip: 'A002_C001' },
      { letter: 'C', evidence: 'reports', clip: 'C001_C001' },
    ]);
    server.sent.length = 0;
    await post([event(takeId, { kind: 'cut', timecode: '10:00:05:00' })]).expect(200);
    expect((await device('A'))?.rollingSinceMs).toBeNull();
    expect(
      server.sent
        .filter((w) => w.kind === 'record')
        .map((w) => (w as { clip: string }).clip)
        .sort(),
    ).toEqual(['A002_C001', 'C001_C001']);
  });

  it('have the simulated recorder write what it heard, where one was in the take; with its own beginning before the cameras’', async () => {
    const recorder = plan.soundBoxes.find((b) => b.kind === 'recorder')!;
    const takeId = randomUUID();
    const roll = rolled(takeId, ['A']);
    await post([{ ...roll, payload: { ...roll.payload, boxIds: [recorder.id] } as TakePayload }]).expect(200);
    server.sent.length = 0;
    await post([event(takeId, { kind: 'cut', timecode: '10:00:05:00' })]).expect(200);
    const [sound] = server.sent.flatMap((w) => (w.kind === 'recordSound' ? [w] : []));
    expect(sound).toMatchObject({ clip: 'S001_C001', hears: { ppm: 0 } });
    const [film] = server.sent.flatMap((w) => (w.kind === 'record' ? [w] : []));
    expect(film!.hears.startMs - sound!.hears.startMs).toBe(900);
    // None in the take, none written.
    const silent = randomUUID();
    await post([rolled(silent, ['A'])]).expect(200);
    server.sent.length = 0;
    await post([event(silent, { kind: 'cut', timecode: '10:00:05:00' })]).expect(200);
    expect(server.sent.some((w) => w.kind === 'recordSound')).toBe(false);
  });

  it('one roll, many takes: nothing stops between them, and the camera says its clip of both', async () => {
    const [first, second] = [randomUUID(), randomUUID()];
    await post([rolled(first, ['A'])]).expect(200);
    const rolling = await device('A');
    const next = rolled(second, ['A']);
    await post([
      event(first, { kind: 'cut', timecode: '10:00:05:00', on: true }),
      { ...next, payload: { ...next.payload, continuesTakeId: first } as TakePayload },
    ]).expect(200);
    expect(await device('A')).toMatchObject({ clip: rolling!.clip, rollingSinceMs: rolling!.rollingSinceMs });
    const takes = foldTakes(await read()).filter((t) => t.id === first || t.id === second);
    expect(takes.map((t) => t.cameras[0]?.clip)).toEqual([rolling!.clip, rolling!.clip]);
    await post([event(second, { kind: 'cut', timecode: '10:00:09:00' })]).expect(200);
    expect((await device('A'))?.rollingSinceMs).toBeNull();
  });
  it('a camera joins and leaves in mid-take; put right afterwards it commands nothing', async () => {
    const takeId = randomUUID();
    const b = plan.cameras.find((c) => c.letter === 'B')!;
    const join = (isIn: boolean) => event(takeId, { kind: 'camera', letter: 'B', cameraId: b.id, in: isIn });
    await post([rolled(takeId, ['A'])]).expect(200);
    await post([join(true)]).expect(200);
    expect((await device('B'))?.rollingSinceMs).not.toBeNull();
    await post([join(false)]).expect(200);
    expect((await device('B'))?.rollingSinceMs).toBeNull();
    expect((await device('A'))?.rollingSinceMs).not.toBeNull();
    await post([event(takeId, { kind: 'cut', timecode: '10:00:09:00' })]).expect(200);
    await post([join(true)]).expect(200);
    expect((await device('B'))?.rollingSinceMs).toBeNull();
  });
  it('a cut stops the cameras of its own take, not of another unit’s', async () => {
    const [ours, theirs] = [randomUUID(), randomUUID()];
    await post([rolled(ours, ['A']), rolled(theirs, ['B'])]).expect(200);
    await post([event(ours, { kind: 'cut', timecode: '10:00:09:00' })]).expect(200);
    expect((await device('A'))?.rollingSinceMs).toBeNull();
    expect((await device('B'))?.rollingSinceMs).not.toBeNull();
    await post([event(theirs, { kind: 'cut', timecode: '10:00:09:00' })]).expect(200);
  });

  it('sent twice are one, and command nothing twice', async () => {
    const takeId = randomUUID();
    const events = [rolled(takeId, ['B'])];
    await post(events).expect(200, { accepted: 1, known: 0 });
    const before = await device('B');
    await post(events).expect(200, { accepted: 0, known: 1 });
    expect(await device('B')).toEqual(before);
    await post([event(takeId, { kind: 'cut', timecode: '10:00:09:00' })]).expect(200);
  });

  it('from an old outbox are logged but command no camera', async () => {
    const takeId = randomUUID();
    await post([rolled(takeId, ['A'], Date.now() - 3_600_000)]).expect(200);
    expect((await device('A'))?.rollingSinceMs).toBeNull();
    expect(foldTakes(await read()).find((t) => t.id === takeId)?.cameras).toMatchObject([{ evidence: 'assumed' }]);
  });

  it('of ten loggers at once all arrive, none lost and none changed', async () => {
    const before = (await read()).length;
    const batches = Array.from({ length: 10 }, (_, i) =>
      Array.from({ length: 20 }, (__, k) => event(randomUUID(), { kind: 'noted', text: `logger ${i} note ${k}` })),
    );
    await Promise.all(batches.flatMap((batch) => [post(batch).expect(200), post(batch).expect(200)]));
    const after = await read();
    expect(after).toHaveLength(before + 200);
    const texts = new Set(after.flatMap((e) => (e.payload.kind === 'noted' ? [e.payload.text] : [])));
    for (const batch of batches)
      for (const e of batch) if (e.payload.kind === 'noted') expect(texts.has(e.payload.text)).toBe(true);
  });

  it('can’t be changed or deleted, not even in the database', async () => {
    await expect(server.context.db.query('UPDATE take_events SET seq = 0')).rejects.toThrow('never changed');
    await expect(server.context.db.query('DELETE FROM take_events')).rejects.toThrow('never changed');
  });

  it('are refused in words when they make no sense', async () => {
    const bad = await post([{ ...rolled(randomUUID(), ['A']), atMs: 0.5 }]);
    expect(bad.status).toBe(400);
    await post([event(randomUUID(), { kind: 'noted', text: '' })]).expect(400);
    await post([]).expect(400);
    const unknown = { ...event(randomUUID(), { kind: 'uncut' }), payload: { kind: 'exploded' } };
    await owner
      .post(`${path()}/take-events`)
      .send({ events: [unknown] })
      .expect(400);
  });

  it('ten devices that come back at once are all there, each thing once', async () => {
    const batches = Array.from({ length: 10 }, (_, device) =>
      Array.from({ length: 20 }, (_, i) => ({
        ...event(randomUUID(), { kind: 'noted', text: `device ${device} note ${i}` }, Date.now() - 3_600_000),
        clientId: `device ${device}`,
      })),
    );
    // Each sends all of it twice: an answer was lost.
    await Promise.all([...batches, ...batches].map((events) => post(events).expect(200)));
    const texts = (await read()).flatMap((e) =>
      e.payload.kind === 'noted' && e.payload.text.startsWith('device ') ? [e.payload.text] : [],
    );
    expect(texts).toHaveLength(200);
    expect(new Set(texts).size).toBe(200);
  });
  it('survive a server that is started anew in mid-take', async () => {
    const takeId = randomUUID();
    await post([rolled(takeId, ['D'])]).expect(200);
    await server.restart();
    expect((await device('D'))?.rollingSinceMs).not.toBeNull();
    await post([event(takeId, { kind: 'cut', timecode: '10:01:00:00' })]).expect(200);
    expect(foldTakes(await read()).find((t) => t.id === takeId)).toMatchObject({
      timecodeOut: '10:01:00:00',
      cameras: [{ evidence: 'reports' }],
    });
  });
});

describe('what a logger may not', () => {
  const refused = async (event: TakeEvent) =>
    (await post([event]).expect(400)).body as { code: string; issues?: { path: unknown[] }[] };
  const fine = () => event(randomUUID(), { kind: 'marked', verdict: 'good' });
  it('speak as a camera', async () => {
    const camera = plan.cameras[0]!;
    const said: TakePayload = {
      kind: 'reported',
      letter: camera.letter,
      cameraId: camera.id,
      card: 'A001',
      clip: 'C1',
    };
    expect(await refused(event(randomUUID(), said))).toMatchObject({
      code: 'event',
      issues: [{ path: ['events', 0] }],
    });
    await refused({ ...fine(), clientId: `camera ${camera.letter}` });
    await refused({ ...fine(), device: 'simulated camera' });
  });
  it('set times beyond reason', async () => {
    const year = 366 * 86_400_000;
    expect((await refused({ ...fine(), atMs: Date.now() + 2 * year })).code).toBe('time');
    expect((await refused({ ...fine(), productionAtMs: Date.now() - 2 * year })).code).toBe('time');
    const never = { rolledAtMs: Date.now() - 2 * year, timecodeIn: null, cutAtMs: null, timecodeOut: null };
    expect((await refused(event(randomUUID(), { kind: 'timed', ...never }))).code).toBe('time');
    // A clock that is hours wrong is told to its user, and its takes are taken.
    await post([{ ...fine(), atMs: Date.now() - 5 * 3_600_000, productionAtMs: Date.now() }]).expect(200);
  });
  it('name what is not there', async () => {
    const nowhere = rolled(randomUUID(), []);
    await refused({ ...nowhere, payload: { ...nowhere.payload, shotId: randomUUID() } as TakePayload });
    await refused({ ...nowhere, payload: { ...nowhere.payload, dayId: randomUUID() } as TakePayload });
    await refused(event(randomUUID(), { kind: 'camera', letter: 'A', cameraId: randomUUID(), in: true }));
    await refused(event(randomUUID(), { kind: 'recorder', boxId: randomUUID(), in: true }));
    await refused(event(randomUUID(), { kind: 'aimed', shotId: randomUUID(), sceneId: null }));
    await refused(event(randomUUID(), { kind: 'aimed', shotId: null, sceneId: randomUUID() }));
    await refused({ ...nowhere, payload: { ...nowhere.payload, boxIds: [randomUUID()] } as TakePayload });
  });
  it('and one that is wrong takes nothing of the others with it into the log', async () => {
    const before = (await read()).length;
    await post([fine(), { ...fine(), clientId: 'camera A' }]).expect(400);
    expect(await read()).toHaveLength(before);
  });
});
