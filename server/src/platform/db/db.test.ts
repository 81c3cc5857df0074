import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Table } from '@kavrell/core/records';
import { RULES, TABLES, type TableName } from '@kavrell/core/tables';
import { defineModels, migrations, sqlName } from './index.ts';
import { storeNinthBell, startTestServer, type TestServer } from '../../testing/harness.ts';

const ALL_TABLES: readonly Table[] = Object.values(TABLES);
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

  it('has every column that is read, and a trigger on every editable table', async () => {
    const [columns] = await server.context.db.query(
      `SELECT table_name || '.' || column_name AS c FROM information_schema.columns WHERE table_schema = 'public'`,
    );
    const known = new Set((columns as { c: string }[]).map((x) => x.c));
    const models = defineModels(server.context.db);
    for (const name of Object.keys(TABLES) as TableName[])
      for (const attribute of models[name].fields)
        expect(known.has(`${sqlName(name)}.${sqlName(attribute)}`), `${name}.${attribute}`).toBe(true);
    const [triggers] = await server.context.db.query(
      `SELECT DISTINCT event_object_table AS t FROM information_schema.triggers WHERE trigger_name LIKE '%_record'`,
    );
    const watched = (triggers as { t: string }[]).map((x) => x.t);
    for (const name of Object.keys(TABLES) as TableName[])
      if (name !== 'copyFiles' && name !== 'takeEvents') expect(watched, name).toContain(sqlName(name));
  });

  it('holds rows to what their tables say they point to, and has words for every rule of theirs', async () => {
    const read = async (sql: string): Promise<string[]> =>
      ((await server.context.db.query(sql))[0] as { said: string }[]).map((x) => x.said);
    const links = await read(
      `SELECT c.conrelid::regclass || '.' || a.attname || ' → ' || c.confrelid::regclass AS said FROM pg_constraint c
       JOIN pg_attribute a ON a.attrelid = c.conrelid AND a.attnum = ANY (c.conkey) AND a.attname <> 'production_id'
       WHERE c.contype = 'f' AND c.confrelid NOT IN ('files'::regclass, 'production_files'::regclass) AND c.connamespace = 'public'::regnamespace`,
    );
    const listed = await read(
      `SELECT c.table_name || '.' || c.column_name AS said FROM information_schema.triggered_update_columns t
       JOIN information_schema.columns c ON c.table_name = t.event_object_table AND c.column_name = t.event_object_column
       WHERE c.data_type = 'ARRAY'`,
    );
    const said = ALL_TABLES.flatMap(({ name, points }) =>
      Object.entries(points).map(([field, to]) => [`${sqlName(name)}.${sqlName(field)}`, sqlName(to)] as const),
    );
    const kept = new Set([...links, ...listed]);
    for (const [from, to] of said) expect(kept.has(`${from} → ${to}`) || kept.has(from), `${from} → ${to}`).toBe(true);
    const ours = new Set(ALL_TABLES.map((t) => sqlName(t.name)));
    const declared = new Set(said.map(([from, to]) => `${from} → ${to}`));
    for (const link of links.filter((l) => ours.has(l.split('.')[0] ?? ''))) expect([...declared]).toContain(link);

    const rules = await read(
      `SELECT indexname AS said FROM pg_indexes WHERE indexname LIKE '%\\_live' AND indexdef LIKE 'CREATE UNIQUE%'`,
    );
    const known = await read(`SELECT conname AS said FROM pg_constraint`);
    for (const rule of rules) expect(Object.keys(RULES)).toContain(rule);
    for (const rule of Object.keys(RULES)) expect([...rules, ...known]).toContain(rule);
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
    const { db, models } = server.context;
    const recorded = async () =>
      (
        await db.query(
          `SELECT actor, change_set FROM changes WHERE table_name = 'drives' AND op = 'update' ORDER BY id DESC`,
        )
      )[0];
    const before = (await recorded()).length;
    await db.query(`UPDATE drives SET whereabouts = 'moved by hand'`);
    const rows = await recorded();
    expect(rows).toHaveLength(before + (await models.drives.count()));
    expect(rows[0]).toEqual({ actor: 'machine', change_set: null });
  });
});
