import type { Migration } from '../migration.ts';
import { link, table, watch } from './ddl.ts';

/** What notes each change and tells windows of it, as 0001 made it; `kept` says which changes are history. */
const record = (kept: string) => `CREATE OR REPLACE FUNCTION kavrell_record() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  said text := TG_ARGV[0];
  was jsonb := CASE WHEN TG_OP = 'INSERT' THEN NULL ELSE to_jsonb(OLD) END;
  is_now jsonb := CASE WHEN TG_OP = 'DELETE' THEN NULL ELSE to_jsonb(NEW) END;
  row_now jsonb := coalesce(is_now, was);
  production uuid := CASE WHEN said = 'productions' THEN row_now->>'id' ELSE row_now->>'production_id' END;
  row_id text := coalesce(row_now->>'id', row_now->>'camera_id');
  change_set text := nullif(current_setting('kavrell.change_set', true), '');
BEGIN
  IF ${kept} THEN
    INSERT INTO changes (change_set, production_id, table_name, row_id, op, before, after, actor)
    VALUES (change_set::uuid, production, said, row_id::uuid, lower(TG_OP), was, is_now, coalesce(nullif(current_setting('kavrell.actor', true), ''), 'machine'));
  END IF;
  PERFORM pg_notify('kavrell', json_build_object('p', production, 't', said, 'i', row_id, 'v', coalesce((row_now->>'version')::int, 1), 'c', change_set)::text);
  RETURN NULL;
END $$;`;

/** While a transaction says so (bringing in, taking out, really deleting), rows are neither history nor bound by it. Windows are told all the same. */
const FUNCTIONS = `
CREATE FUNCTION kavrell_keeping_house() RETURNS boolean LANGUAGE sql STABLE AS $$ SELECT coalesce(current_setting('kavrell.keeping_house', true), '') = 'on' $$;
${record("TG_ARGV[1] = 'full' AND NOT kavrell_keeping_house()")}
CREATE OR REPLACE FUNCTION kavrell_append_only() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF kavrell_keeping_house() THEN RETURN coalesce(NEW, OLD); END IF;
  RAISE EXCEPTION 'take events are never changed';
END $$;
`;
const BEFORE = `
${record("TG_ARGV[1] = 'full'")}
CREATE OR REPLACE FUNCTION kavrell_append_only() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'take events are never changed'; END $$;
DROP FUNCTION kavrell_keeping_house();
`;

const plan = 'plan jsonb NOT NULL, kit jsonb NOT NULL, note text NOT NULL, position double precision NOT NULL';

/** Handing over, names at the end, the book of setups and pace, what was taken out, calendars by link. */
export const wrap: Migration = {
  name: '0020-wrap',
  up: (run) =>
    run(`
${FUNCTIONS}
ALTER TABLE productions ADD COLUMN pace_prior jsonb, ADD COLUMN edit_owner text NOT NULL DEFAULT '';
ALTER TABLE drives ADD COLUMN keep_until date;
ALTER TABLE tracks ADD COLUMN rights text NOT NULL DEFAULT '';
${table('credits', 'kind text NOT NULL, person_id uuid, name text NOT NULL, role text NOT NULL, confirmed_at_ms double precision, unnamed boolean NOT NULL, position double precision NOT NULL', link('person_id', 'people'))}
${watch('credits', 'credits', 'full')}
${table('book_setups', `source_id uuid NOT NULL, job text NOT NULL, date date, name text NOT NULL, style text NOT NULL, place text NOT NULL, room text NOT NULL, cameras text[] NOT NULL, people text[] NOT NULL, lines text[] NOT NULL, remark text NOT NULL, t_stop double precision, ei double precision, took_min double precision, planned_min double precision, shots double precision NOT NULL, takes double precision NOT NULL, photo_hashes text[] NOT NULL, ${plan}`)}
${watch('book_setups', 'bookSetups', 'full')}
${table('book_days', 'source_id uuid NOT NULL, job text NOT NULL, date date NOT NULL, crew double precision NOT NULL, place_kind text NOT NULL, seen jsonb NOT NULL, position double precision NOT NULL')}
${watch('book_days', 'bookDays', 'full')}
CREATE TABLE bundles (
  id uuid PRIMARY KEY, production_id uuid NOT NULL REFERENCES productions (id), version integer NOT NULL DEFAULT 1,
  for_role text NOT NULL, by text NOT NULL, state text NOT NULL, total_files integer NOT NULL, done_files integer NOT NULL, in_hand text NOT NULL,
  size_bytes double precision NOT NULL, list_hash text NOT NULL, started_at_ms double precision, ended_at_ms double precision, failure text, created_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (production_id, id)
);
${watch('bundles', 'bundles', 'quiet')}
CREATE TABLE erasures (
  id uuid PRIMARY KEY, production_id uuid NOT NULL REFERENCES productions (id), version integer NOT NULL DEFAULT 1,
  at_ms double precision NOT NULL, by text NOT NULL, rows integer NOT NULL, sheets integer NOT NULL, history integer NOT NULL, files integer NOT NULL,
  UNIQUE (production_id, id)
);
${watch('erasures', 'erasures', 'quiet')}
CREATE TABLE calendar_links (
  id uuid PRIMARY KEY, account_id uuid NOT NULL REFERENCES accounts (id), created_at timestamptz NOT NULL DEFAULT now(), revoked_at timestamptz
);
CREATE UNIQUE INDEX calendar_links_one ON calendar_links (account_id) WHERE revoked_at IS NULL;
`),
  down: (run) =>
    run(`DROP TABLE calendar_links; DROP TABLE erasures; DROP TABLE bundles; DROP TABLE book_days; DROP TABLE book_setups; DROP TABLE credits;
ALTER TABLE drives DROP COLUMN keep_until;
ALTER TABLE tracks DROP COLUMN rights;
ALTER TABLE productions DROP COLUMN pace_prior, DROP COLUMN edit_owner;
${BEFORE}`),
};
