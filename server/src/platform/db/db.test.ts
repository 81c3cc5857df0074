import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TABLES, type TableName } from '@kavrell/contract';
import { defineModels, migrations, sqlName } from './index.ts';
import { storeNinthBell, startTestServer, type TestServer } from '../../testing/harness.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const tablesNow = async () =>
  (
    (await server.context.db.query(`SELECT tablename FROM pg_tables WHERE schemaname = 'public' ORDER BY 1`))[0] as {
      tablename: string;
    }[]
  ).map((t) => t.tablename);

describe('the database', () => {
  it('goes back to nothing and forward again', async () => {
    const before = await tablesNow();
    await migrations(server.context.db).down({ to: 0 });
    expect(await tablesNow()).toEqual(['migrations']);
    const [functions] = await server.context.db.query(`SELECT proname FROM pg_proc WHERE proname LIKE 'kavrell%'`);
    expect(functions).toEqual([]);
    await migrations(server.context.db).up();
    expect(await tablesNow()).toEqual(before);
  });

  it('has every column that the contract reads, and a trigger on every editable table', async () => {
    const [columns] = await server.context.db.query(
      `SELECT table_name || '.' || column_name AS c FROM information_schema.columns WHERE table_schema = 'public'`,
    );
    const known = new Set((columns as { c: string }[]).map((x) => x.c));
    const models = defineModels(server.context.db);
    for (const name of Object.keys(TABLES) as TableName[])
      for (const attribute of Object.keys(models[name].getAttributes()))
        expect(known.has(`${sqlName(name)}.${sqlName(attribute)}`), `${name}.${attribute}`).toBe(true);
    const [triggers] = await server.context.db.query(
      `SELECT DISTINCT event_object_table AS t FROM information_schema.triggers WHERE trigger_name LIKE '%_record'`,
    );
    const watched = (triggers as { t: string }[]).map((x) => x.t);
    for (const name of Object.keys(TABLES) as TableName[])
      if (name !== 'copyFiles' && name !== 'takeEvents') expect(watched, name).toContain(sqlName(name));
  });

  it('refuses what must never be, whoever writes', async () => {
    const plan = await storeNinthBell(server);
    const run = (sql: string) => server.context.db.query(sql);
    await expect(run(`UPDATE shots SET takes_planned = 0`)).rejects.toThrow('check constraint');
    await expect(run(`UPDATE places SET latitude = 91`)).rejects.toThrow('check constraint');
    await expect(run(`UPDATE scenes SET place_id = '${plan.scenes[0]?.id}'`)).rejects.toThrow('foreign key');
    await expect(run(`UPDATE cameras SET letter = 'A'`)).rejects.toThrow('Validation error');
    await expect(
      run(
        `INSERT INTO relights (id, production_id, from_setup_id, to_setup_id, minutes) SELECT gen_random_uuid(), production_id, id, id, 3 FROM setups`,
      ),
    ).rejects.toThrow('check constraint');
  });

  it('records what machines change too', async () => {
    await server.context.db.query(`UPDATE drives SET whereabouts = 'moved by hand'`);
    const [rows] = await server.context.db.query(
      `SELECT actor, change_set FROM changes WHERE table_name = 'drives' AND op = 'update'`,
    );
    expect(rows).toHaveLength(3);
    expect(rows[0]).toEqual({ actor: 'machine', change_set: null });
  });
});
