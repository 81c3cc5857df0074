import { randomUUID } from 'node:crypto';
import type { Agent } from 'supertest';
import type { TableName } from '@kavrell/core/tables';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { DemoPlan } from '@kavrell/demo';
import { SHOT_DEFAULTS } from '@kavrell/core/scenes';
import { rowsOf, storeNinthBell, startTestServer, type TestServer } from '../testing/harness.ts';

let server: TestServer;
let owner: Agent;
let plan: DemoPlan;
const path = () => `/api/productions/${plan.production.id}`;
const rows = (table: TableName) => rowsOf(owner, plan.production.id, table);
const write = (ops: unknown[], more: { id?: string; label?: string } = {}) =>
  owner.post(`${path()}/changes`).send({ id: more.id ?? randomUUID(), label: more.label ?? 'a change', ops });
const shot = (code: string) => plan.shots.find((s) => s.code === code) ?? { id: '', version: 0, sceneId: '' };

beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
});
beforeEach(async () => {
  plan = await storeNinthBell(server);
});
afterAll(() => server.stop());

describe('writing', () => {
  it('takes several rows together and bumps their versions', async () => {
    const { id, version } = shot('3A');
    const reply = await write([
      { op: 'update', table: 'shots', id, version, values: { description: 'anew' } },
      { op: 'insert', table: 'places', id: randomUUID(), values: { ...pick(plan.places[0]), name: 'Quay' } },
    ]).expect(200);
    expect(reply.body.versions[id]).toBe(2);
    expect((await rows('shots')).find((s) => s.id === id)).toMatchObject({ description: 'anew', version: 2 });
    expect((await rows('places')).map((p) => p.name)).toContain('Quay');
  });

  it('does nothing twice: the same set again answers as before', async () => {
    const id = randomUUID();
    const { id: shotId, version } = shot('3A');
    const ops = [{ op: 'update', table: 'shots', id: shotId, version, values: { lens: '65 mm' } }];
    const first = await write(ops, { id }).expect(200);
    const again = await write(ops, { id }).expect(200);
    expect(again.body).toEqual(first.body);
    expect((await rows('shots')).find((s) => s.id === shotId)?.version).toBe(2);
  });

  it('refuses bad values in words, with the path of the field, and saves none of the set', async () => {
    const { id, version } = shot('3A');
    const reply = await write([
      { op: 'update', table: 'shots', id, version, values: { description: 'must not stay' } },
      { op: 'update', table: 'shots', id: shot('3B').id, version: 1, values: { takesPlanned: 0 } },
    ]).expect(400);
    expect(reply.body).toMatchObject({
      code: 'input',
      detail: 'A shot has one take at least.',
      issues: [{ path: ['ops', 1, 'values', 'takesPlanned'] }],
    });
    expect(reply.headers['content-type']).toContain('application/problem+json');
    expect((await rows('shots')).find((s) => s.id === id)?.description).not.toBe('must not stay');
  });

  it('refuses fields that nobody may set', async () => {
    await write([
      { op: 'update', table: 'shots', id: shot('3A').id, version: 1, values: { productionId: randomUUID() } },
    ]).expect(400);
    await write([{ op: 'update', table: 'shots', id: shot('3A').id, version: 1, values: { version: 7 } }]).expect(400);
  });

  it('answers a stale edit with the row as it now is', async () => {
    const { id, version } = shot('3A');
    await write([{ op: 'update', table: 'shots', id, version, values: { lens: '65 mm' } }]).expect(200);
    const reply = await write([{ op: 'update', table: 'shots', id, version, values: { lens: '40 mm' } }]).expect(409);
    expect(reply.body).toMatchObject({ code: 'stale', current: { lens: '65 mm', version: 2 } });
  });

  it('says in words what is there twice', async () => {
    const reply = await write([
      { op: 'update', table: 'shots', id: shot('3A').id, version: 1, values: { code: '3B' } },
    ]).expect(409);
    expect(reply.body.detail).toBe('There is a shot of that number already.');
  });

  it('lets nothing point into another production', async () => {
    const other = await storeNinthBell(server);
    const foreign = { sceneId: other.scenes[0]?.id, code: '99A', position: 1, ...SHOT_DEFAULTS };
    const scene = await write([{ op: 'insert', table: 'shots', id: randomUUID(), values: foreign }]).expect(400);
    expect(scene.body.detail).toBe('This points to something that is not in this production.');
    const person = await write([
      { op: 'update', table: 'shots', id: shot('3A').id, version: 1, values: { personIds: [other.people[0]?.id] } },
    ]).expect(400);
    expect(person.body.detail).toBe('This names a person who is not in this production.');
    await write([
      { op: 'update', table: 'shots', id: other.shots[0]?.id, version: 1, values: { lens: 'theirs' } },
    ]).expect(404);
  });

  it('a deleted row is gone for readers, its name is free, and it can be restored', async () => {
    const drop = [{ op: 'delete', table: 'drives', id: plan.drives[0]?.id, version: 1 }];
    await write(drop).expect(200);
    expect(await rows('drives')).toHaveLength(plan.drives.length - 1);
    await write([{ op: 'restore', table: 'drives', id: plan.drives[0]?.id }]).expect(200);
    expect(await rows('drives')).toHaveLength(plan.drives.length);
  });

  it('takes only the production’s own row under its name', async () => {
    await write([{ op: 'delete', table: 'productions', id: plan.production.id, version: 1 }]).expect(400);
    await write([
      { op: 'update', table: 'productions', id: plan.production.id, version: 1, values: { title: 'The Tenth Bell' } },
    ]).expect(200);
    expect((await rows('productions'))[0]?.title).toBe('The Tenth Bell');
  });

  it('keeps who changed what, before and after', async () => {
    const set = randomUUID();
    await write([{ op: 'update', table: 'scenes', id: plan.scenes[0]?.id, version: 1, values: { title: 'Dusk' } }], {
      id: set,
    }).expect(200);
    const [found] = (
      await server.context.db.query(
        `SELECT actor, op, before->>'title' AS was, after->>'title' AS now FROM changes WHERE change_set = $1`,
        { bind: [set] },
      )
    )[0] as Record<string, string>[];
    expect(found).toEqual({ actor: 'owner', op: 'update', was: 'Harbour dawn', now: 'Dusk' });
  });

  it('refuses text that is no text and sets that are too large', async () => {
    await write([
      { op: 'update', table: 'scenes', id: plan.scenes[0]?.id, version: 1, values: { title: 'x'.repeat(121) } },
    ]).expect(400);
    await write(Array.from({ length: 2001 }, () => ({ op: 'restore', table: 'scenes', id: randomUUID() }))).expect(400);
    await owner.post(`${path()}/changes`).set('content-type', 'application/json').send('{"id": ').expect(400);
  });
});

describe('undoing', () => {
  const undo = (changeSetId: string) => owner.post(`${path()}/changes/${changeSetId}/undo`).send({ id: randomUUID() });

  it('takes back updates, inserts and deletes of one set together, and again forward', async () => {
    const set = randomUUID();
    const made = randomUUID();
    await write(
      [
        { op: 'update', table: 'shots', id: shot('3A').id, version: 1, values: { lens: '65 mm', personIds: [] } },
        {
          op: 'insert',
          table: 'drives',
          id: made,
          values: { name: 'New', kind: 'ssd', path: '/x', whereabouts: '', keepUntil: null, station: '', faults: null },
        },
        { op: 'delete', table: 'drives', id: plan.drives[0]?.id, version: 1 },
      ],
      { id: set },
    ).expect(200);
    const back = await undo(set).expect(200);
    const is = (await rows('shots')).find((s) => s.id === shot('3A').id);
    expect(is).toMatchObject({ lens: '85 mm', version: 3 });
    expect(is?.personIds).toEqual(plan.shots.find((s) => s.code === '3A')?.personIds);
    expect((await rows('drives')).map((d) => d.name).sort()).toEqual(plan.drives.map((d) => d.name).sort());
    await undo(back.body.id as string).expect(200);
    expect((await rows('drives')).map((d) => d.name)).toContain('New');
    expect((await rows('shots')).find((s) => s.id === shot('3A').id)).toMatchObject({ lens: '65 mm', personIds: [] });
  });

  it('touches only the fields it changed', async () => {
    const set = randomUUID();
    const { id } = shot('3A');
    await write([{ op: 'update', table: 'shots', id, version: 1, values: { lens: '65 mm' } }], { id: set }).expect(200);
    await write([{ op: 'update', table: 'shots', id, version: 2, values: { description: 'later' } }]).expect(200);
    await undo(set).expect(200);
    expect((await rows('shots')).find((s) => s.id === id)).toMatchObject({ lens: '85 mm', description: 'later' });
  });

  it('undoes nothing when the same field was changed since', async () => {
    const set = randomUUID();
    const { id } = shot('3A');
    await write([{ op: 'update', table: 'shots', id, version: 1, values: { lens: '65 mm' } }], { id: set }).expect(200);
    await write([{ op: 'update', table: 'shots', id, version: 2, values: { lens: '40 mm' } }]).expect(200);
    expect((await undo(set).expect(409)).body.code).toBe('changedSince');
    expect((await rows('shots')).find((s) => s.id === id)?.lens).toBe('40 mm');
  });

  it('is done once, and listed with its words', async () => {
    const set = randomUUID();
    await write([{ op: 'update', table: 'shots', id: shot('3A').id, version: 1, values: { lens: '65 mm' } }], {
      id: set,
      label: '3A: lens',
    }).expect(200);
    await undo(set).expect(200);
    expect((await undo(set).expect(409)).body.code).toBe('undone');
    const list = (await owner.get(`${path()}/changes`).expect(200)).body as { label: string; undone: boolean }[];
    expect(list.slice(0, 2).map((s) => [s.label, s.undone])).toEqual([
      ['Undid: 3A: lens', false],
      ['3A: lens', true],
    ]);
    expect((await undo(randomUUID()).expect(404)).body.code).toBe('gone');
  });
});

function pick<T extends object>(row: T | undefined): Partial<T> {
  const { id: _id, productionId: _p, version: _v, deletedAt: _d, ...fields } = (row ?? {}) as Record<string, unknown>;
  return fields as Partial<T>;
}

describe('a logger', () => {
  it('writes and takes back jams, and nothing of the plan', async () => {
    const link = await owner.post(`${path()}/links`).send({ label: 'the log', role: 'log', days: 3 }).expect(200);
    const logger = server.agent();
    await logger.post('/api/auth/enter').send({ token: link.body.token }).expect(200);
    const [box, cameraA] = plan.clocks;
    const send = (ops: unknown[], id = randomUUID()) =>
      logger.post(`${path()}/changes`).send({ id, label: 'Jammed', ops });
    const jam = { clockId: cameraA?.id, sourceId: box?.id, atMs: Date.now(), foundOffsetMs: -2.5, note: '' };
    const jamId = randomUUID();
    const setId = randomUUID();
    await send([{ op: 'insert', table: 'jams', id: jamId, values: jam }], setId).expect(200);
    expect((await rows('jams')).find((j) => j.id === jamId)).toMatchObject(jam);
    const { id, version } = shot('3A');
    const plannish = await send([
      { op: 'insert', table: 'jams', id: randomUUID(), values: jam },
      { op: 'update', table: 'shots', id, version, values: { description: 'mine' } },
    ]).expect(403);
    expect(plannish.body.detail).toMatch(/log takes and jams/);
    const ancient = { op: 'insert', table: 'jams', id: randomUUID(), values: { ...jam, atMs: 5 } };
    expect((await send([ancient]).expect(400)).body.code).toBe('time');
    const ownersSet = randomUUID();
    await write([{ op: 'update', table: 'shots', id, version, values: { description: 'anew' } }], {
      id: ownersSet,
    }).expect(200);
    await logger.post(`${path()}/changes/${ownersSet}/undo`).send({ id: randomUUID() }).expect(403);
    await logger.post(`${path()}/changes/${setId}/undo`).send({ id: randomUUID() }).expect(200);
    expect((await rows('jams')).find((j) => j.id === jamId)).toBeUndefined();
  });
  it('a clock can’t follow itself or one of another production', async () => {
    const [box, cameraA] = plan.clocks;
    const update = (followsId: string | undefined) =>
      write([{ op: 'update', table: 'clocks', id: cameraA?.id, version: 1, values: { followsId } }]);
    await update(cameraA?.id).expect(400);
    const other = await storeNinthBell(server);
    await update(other.clocks[0]?.id).expect(400);
    await update(box?.id).expect(200);
  });
});
