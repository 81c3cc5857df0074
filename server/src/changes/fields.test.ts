import { randomUUID } from 'node:crypto';
import { finalBoard, lifeboat, ninthBell, type DemoPlan } from '@kavrell/demo';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { EDITABLE_NAMES, PLAN_TABLES, TABLES } from '@kavrell/core/tables';
import { rowsNamed } from '../platform/db/index.ts';
import { newId } from '../platform/ids.ts';
import { startTestServer, store, type TestServer } from '../testing/harness.ts';

type Row = { id: string; version: number } & Record<string, unknown>;

let server: TestServer;
let owner: Awaited<ReturnType<TestServer['owner']>>;
let plans: DemoPlan[];
beforeAll(async () => {
  server = await startTestServer();
  owner = await server.owner();
  plans = [ninthBell(newId, server.media), lifeboat(newId), finalBoard(newId)];
  for (const plan of plans) await store(server, plan);
});
afterAll(() => server.stop());

/** A stored row of a table, and the production it is in; null when no demo has one. */
async function rowOf(table: (typeof EDITABLE_NAMES)[number]): Promise<{ row: Row; productionId: string } | null> {
  for (const { production } of plans) {
    const where = table === 'productions' ? { id: production.id } : { productionId: production.id, deletedAt: null };
    const row = await rowsNamed(server.context.models, table).findOne({ where });
    if (row) return { row: row as Row, productionId: production.id };
  }
  return null;
}

describe('every field of every table', () => {
  it.each(EDITABLE_NAMES)('of %s can be edited alone, as a screen does', async (table) => {
    const found = await rowOf(table);
    if (!found) {
      expect(PLAN_TABLES).toContain(table);
      return;
    }
    const { row, productionId } = found;
    const ops = Object.keys(TABLES[table].fields.shape).map((field, i) => ({
      op: 'update',
      table,
      id: row.id,
      version: row.version + i,
      values: { [field]: row[field] },
    }));
    const reply = await owner
      .post(`/api/productions/${productionId}/changes`)
      .send({ id: randomUUID(), label: 'x', ops });
    expect([reply.status, JSON.stringify(reply.body.issues)]).toEqual([200, undefined]);
    expect(reply.body.versions[row.id]).toBe(row.version + ops.length);
  });
  it('a field that is not there is refused by its name', async () => {
    const { row, productionId } = (await rowOf('setups'))!;
    const ops = [{ op: 'update', table: 'setups', id: row.id, version: row.version, values: { nonsense: 1 } }];
    const { body } = await owner
      .post(`/api/productions/${productionId}/changes`)
      .send({ id: randomUUID(), label: 'x', ops })
      .expect(400);
    expect(body.issues[0]).toMatchObject({ path: ['ops', 0, 'values', 'nonsense'] });
  });
});
