import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { LiveChange } from '@kavrell/contract';
import type { DemoPlan } from '@kavrell/demo';
import { startTestServer, storeNinthBell, type TestServer } from '../../testing/harness.ts';
import { readChanged, toldTo, type ChangedRows } from './changedRows.ts';

const change = (table: LiveChange['table'], id: string, version = 1): LiveChange => ({
  table,
  id,
  version,
  changeSet: null,
});

describe('changed rows', () => {
  let server: TestServer;
  let plan: DemoPlan;
  let other: DemoPlan;
  beforeAll(async () => {
    server = await startTestServer();
    plan = await storeNinthBell(server);
    other = await storeNinthBell(server);
  });
  afterAll(() => server.stop());
  const read = (changes: LiveChange[]) => readChanged(server.context.models, plan.production.id, changes);

  it('are read with one query a table', async () => {
    const ids = plan.shots.slice(0, 5).map((s) => s.id);
    const { result, queries } = await server.countQueries(() =>
      read([...ids.map((id) => change('shots', id)), change('days', plan.days[0]!.id)]),
    );
    expect(queries).toHaveLength(2);
    expect([...result.get('shots')!.keys()].sort()).toEqual([...ids].sort());
    expect(result.get('days')!.get(plan.days[0]!.id)).toMatchObject({ number: 1 });
  });
  it('are of this production only', async () => {
    const rows = await read([change('shots', other.shots[0]!.id), change('productions', plan.production.id)]);
    expect(rows.get('shots')!.size).toBe(0);
    expect(rows.get('productions')!.get(plan.production.id)).toMatchObject({ title: plan.production.title });
  });
  it('that are very many are left to be read as a table', async () => {
    const many = Array.from({ length: 401 }, () => change('shots', crypto.randomUUID()));
    const { result, queries } = await server.countQueries(() => read(many));
    expect(queries).toHaveLength(0);
    expect(result.has('shots')).toBe(false);
    expect(toldTo('owner', many, result)[0]).toEqual(many[0]);
  });
});

describe('what is told of them', () => {
  const person = { id: 'a', productionId: 'p', version: 3, deletedAt: null, name: 'Oda', phone: '+47 0' };
  const rows: ChangedRows = new Map<LiveChange['table'], Map<string, Record<string, unknown>>>([
    ['people', new Map([['a', person]])],
    ['shots', new Map([['s', { id: 's', version: 2, deletedAt: new Date(0) }]])],
    ['frozenSheets', new Map([['f', { id: 'f', version: 1, deletedAt: null, note: 'hush' }]])],
    ['consents', new Map([['c', { id: 'c', version: 1, deletedAt: null, name: 'Oda' }]])],
  ]);
  const all = [change('people', 'a', 3), change('shots', 's', 2), change('frozenSheets', 'f'), change('consents', 'c')];

  it('is the whole row to the owner, and that one is gone', () => {
    const told = toldTo('owner', all, rows);
    expect(told.map((t) => t.row)).toEqual([person, null, expect.anything(), expect.anything()]);
  });
  it('is to others what they may see: no phone, no consent', () => {
    const told = toldTo('log', all, rows);
    expect(told.map((t) => t.table)).toEqual(['people', 'shots', 'frozenSheets']);
    expect(told[0]!.row).toMatchObject({ name: 'Oda', phone: '' });
  });
  it('is to who reads the sheet that there is another one, and nothing of it', () => {
    expect(toldTo('read', all, rows)).toEqual([change('frozenSheets', 'f')]);
    expect(toldTo(null, all, rows)).toEqual([]);
  });
  it('is each row once, as it was last', () => {
    const told = toldTo('owner', [change('people', 'a', 2), change('people', 'a', 3)], rows);
    expect(told).toMatchObject([{ id: 'a', version: 3 }]);
  });
});
