import type { Migration } from '../migration.ts';
import { link, oneLive, table, watch } from './ddl.ts';

const FUNCTIONS = `
CREATE FUNCTION kavrell_stamp() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  NEW.version := OLD.version + 1;
  IF to_jsonb(NEW) ? 'updated_at' THEN NEW := jsonb_populate_record(NEW, jsonb_build_object('updated_at', now())); END IF;
  RETURN NEW;
END $$;

CREATE FUNCTION kavrell_record() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  said text := TG_ARGV[0];
  was jsonb := CASE WHEN TG_OP = 'INSERT' THEN NULL ELSE to_jsonb(OLD) END;
  is_now jsonb := CASE WHEN TG_OP = 'DELETE' THEN NULL ELSE to_jsonb(NEW) END;
  row_now jsonb := coalesce(is_now, was);
  production uuid := CASE WHEN said = 'productions' THEN row_now->>'id' ELSE row_now->>'production_id' END;
  row_id text := coalesce(row_now->>'id', row_now->>'camera_id');
  change_set text := nullif(current_setting('kavrell.change_set', true), '');
BEGIN
  IF TG_ARGV[1] = 'full' THEN
    INSERT INTO changes (change_set, production_id, table_name, row_id, op, before, after, actor)
    VALUES (change_set::uuid, production, said, row_id::uuid, lower(TG_OP), was, is_now, coalesce(nullif(current_setting('kavrell.actor', true), ''), 'machine'));
  END IF;
  PERFORM pg_notify('kavrell', json_build_object('p', production, 't', said, 'i', row_id, 'v', coalesce((row_now->>'version')::int, 1), 'c', change_set)::text);
  RETURN NULL;
END $$;

CREATE FUNCTION kavrell_people_here() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT 1 FROM unnest(NEW.person_ids) AS wanted(id) WHERE NOT EXISTS (SELECT 1 FROM people p WHERE p.id = wanted.id AND p.production_id = NEW.production_id)) THEN
    RAISE EXCEPTION 'This names a person who is not in this production.' USING ERRCODE = 'KV001';
  END IF;
  RETURN NEW;
END $$;
`;

const UP = `
${FUNCTIONS}
CREATE TABLE accounts (
  id uuid PRIMARY KEY, name text NOT NULL UNIQUE, password_hash text, created_at timestamptz NOT NULL DEFAULT now()
);
CREATE TABLE session (sid varchar PRIMARY KEY, sess json NOT NULL, expire timestamp(6) NOT NULL);
CREATE INDEX session_expire ON session (expire);

CREATE TABLE change_sets (
  id uuid PRIMARY KEY, production_id uuid NOT NULL, label text NOT NULL, actor text NOT NULL, at timestamptz NOT NULL DEFAULT now(), undoes uuid REFERENCES change_sets (id)
);
CREATE UNIQUE INDEX change_sets_undoes ON change_sets (undoes) WHERE undoes IS NOT NULL;
CREATE INDEX change_sets_newest ON change_sets (production_id, at DESC);
CREATE TABLE changes (
  id bigserial PRIMARY KEY, change_set uuid, production_id uuid, table_name text NOT NULL, row_id uuid NOT NULL, op text NOT NULL, before jsonb, after jsonb, actor text NOT NULL, at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX changes_of_set ON changes (change_set);
CREATE INDEX changes_of_row ON changes (row_id, id);

CREATE TABLE productions (
  id uuid PRIMARY KEY, title text NOT NULL CHECK (title <> ''), client text NOT NULL, rate text NOT NULL, keep_policy jsonb NOT NULL, simulated_now_offset_ms double precision,
  version integer NOT NULL DEFAULT 1, created_at timestamptz NOT NULL DEFAULT now(), updated_at timestamptz NOT NULL DEFAULT now(), deleted_at timestamptz
);
CREATE TABLE entry_links (
  id uuid PRIMARY KEY, token_hash text NOT NULL UNIQUE, role text NOT NULL CHECK (role IN ('owner', 'read', 'log', 'offload')), label text NOT NULL,
  account_id uuid REFERENCES accounts (id), production_id uuid REFERENCES productions (id), expires_at timestamptz NOT NULL, used_at timestamptz, revoked_at timestamptz, created_at timestamptz NOT NULL DEFAULT now(),
  CHECK ((role = 'owner') = (account_id IS NOT NULL)), CHECK ((role = 'owner') = (production_id IS NULL))
);
CREATE TABLE files (
  hash text PRIMARY KEY, size_bytes double precision NOT NULL, media_type text NOT NULL, created_at timestamptz NOT NULL DEFAULT now()
);
${table('places', `name text NOT NULL, latitude double precision NOT NULL CHECK (latitude BETWEEN -90 AND 90), longitude double precision NOT NULL CHECK (longitude BETWEEN -180 AND 180), address text NOT NULL, parking text NOT NULL, walk_min double precision NOT NULL CHECK (walk_min >= 0), power text NOT NULL, hospital text NOT NULL, contact text NOT NULL, notes text NOT NULL, confirmed boolean NOT NULL`)}
${table('moves', `from_place_id uuid NOT NULL, to_place_id uuid NOT NULL, load_out_min double precision NOT NULL, travel_min double precision NOT NULL, load_in_min double precision NOT NULL, CHECK (from_place_id <> to_place_id AND load_out_min >= 0 AND travel_min >= 0 AND load_in_min >= 0)`, `${link('from_place_id', 'places')}, ${link('to_place_id', 'places')}`)}
${oneLive('moves', 'pair', 'from_place_id, to_place_id')}
${table('days', `number integer NOT NULL CHECK (number > 0), date date NOT NULL, time_zone text NOT NULL, base_place_id uuid, call_min double precision NOT NULL, load_in_min double precision NOT NULL, strike_min double precision NOT NULL, wanted_wrap_min double precision NOT NULL, meals jsonb NOT NULL, notes text NOT NULL`, link('base_place_id', 'places'))}
${oneLive('days', 'number', 'number')}
${table('people', `name text NOT NULL, short_name text NOT NULL, kind text NOT NULL CHECK (kind IN ('crew', 'talent', 'client')), role text NOT NULL, department text NOT NULL, minor boolean NOT NULL, notes text NOT NULL, phone text NOT NULL, diet text NOT NULL`)}
${oneLive('people', 'short_name', 'lower(short_name)')}
${table('engagements', `day_id uuid NOT NULL, person_id uuid NOT NULL, call_offset_min double precision NOT NULL CHECK (call_offset_min >= 0), call_min double precision`, `${link('day_id', 'days')}, ${link('person_id', 'people')}`)}
${oneLive('engagements', 'pair', 'day_id, person_id')}
${table('cameras', `letter text NOT NULL CHECK (letter ~ '^[A-Z]$'), name text NOT NULL, framing text NOT NULL, operator_id uuid, rate text NOT NULL, card_size_bytes double precision NOT NULL CHECK (card_size_bytes > 0), rate_mbps double precision NOT NULL CHECK (rate_mbps > 0), clip_limit_min double precision CHECK (clip_limit_min > 0), battery_min double precision CHECK (battery_min > 0), simulated boolean NOT NULL`, link('operator_id', 'people'))}
${oneLive('cameras', 'letter', 'letter')}
${table('setups', `code text NOT NULL, name text NOT NULL, place_id uuid NOT NULL, rig_min double precision NOT NULL CHECK (rig_min >= 0), notes text NOT NULL`, link('place_id', 'places'))}
${oneLive('setups', 'code', 'lower(code)')}
${table('relights', `from_setup_id uuid NOT NULL, to_setup_id uuid NOT NULL, minutes double precision NOT NULL CHECK (minutes >= 0), CHECK (from_setup_id <> to_setup_id)`, `${link('from_setup_id', 'setups')}, ${link('to_setup_id', 'setups')}`)}
${oneLive('relights', 'pair', 'from_setup_id, to_setup_id')}
${table('scenes', `number text NOT NULL, title text NOT NULL, place_id uuid, inside boolean NOT NULL, time_of_day text NOT NULL, eighths integer NOT NULL CHECK (eighths >= 0), synopsis text NOT NULL, position double precision NOT NULL`, link('place_id', 'places'))}
${oneLive('scenes', 'number', 'number')}
${table(
  'shots',
  `scene_id uuid NOT NULL, code text NOT NULL, position double precision NOT NULL, description text NOT NULL, size text, side text NOT NULL, cameras text[] NOT NULL, support text, movement text, lens text NOT NULL, fps double precision CHECK (fps >= 1), setup_id uuid, sound text NOT NULL, person_ids uuid[] NOT NULL, face_needed boolean NOT NULL,
  takes_planned integer NOT NULL CHECK (takes_planned BETWEEN 1 AND 99), take_length_min double precision NOT NULL CHECK (take_length_min >= 0), rehearse_min double precision NOT NULL CHECK (rehearse_min >= 0), reset_min double precision NOT NULL CHECK (reset_min >= 0), turn_min double precision NOT NULL CHECK (turn_min >= 0), minutes_override double precision CHECK (minutes_override >= 0),
  priority text NOT NULL CHECK (priority IN ('must', 'should', 'nice')), effort integer NOT NULL CHECK (effort BETWEEN 0 AND 3), happens_once boolean NOT NULL, fallback text NOT NULL, reason text NOT NULL, windows jsonb NOT NULL, dropped boolean NOT NULL`,
  `${link('scene_id', 'scenes')}, ${link('setup_id', 'setups')}`,
)}
${oneLive('shots', 'code', 'code')}
CREATE TRIGGER shots_people BEFORE INSERT OR UPDATE OF person_ids ON shots FOR EACH ROW EXECUTE FUNCTION kavrell_people_here();
${table('day_items', `day_id uuid NOT NULL, shot_id uuid, title text NOT NULL, minutes double precision CHECK (minutes >= 0), place_id uuid, setup_id uuid, person_ids uuid[] NOT NULL, position double precision NOT NULL, pinned_start_min double precision, CHECK (shot_id IS NOT NULL OR minutes IS NOT NULL)`, `${link('day_id', 'days')}, ${link('shot_id', 'shots')}, ${link('place_id', 'places')}, ${link('setup_id', 'setups')}`)}
${oneLive('day_items', 'shot', 'day_id, shot_id')}
CREATE TRIGGER day_items_people BEFORE INSERT OR UPDATE OF person_ids ON day_items FOR EACH ROW EXECUTE FUNCTION kavrell_people_here();
${table('drives', `name text NOT NULL, kind text NOT NULL, path text NOT NULL, whereabouts text NOT NULL`)}
${table('cards', `label text NOT NULL, camera_id uuid, path text NOT NULL, unloaded boolean NOT NULL`, link('camera_id', 'cameras'))}
${oneLive('cards', 'label', 'label')}

CREATE TABLE take_events (
  id uuid PRIMARY KEY, production_id uuid NOT NULL REFERENCES productions (id), take_id uuid NOT NULL, at_ms double precision NOT NULL, seq integer NOT NULL, client_id text NOT NULL, device text NOT NULL, payload jsonb NOT NULL, received_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX take_events_of ON take_events (production_id, at_ms);
CREATE FUNCTION kavrell_append_only() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'take events are never changed'; END $$;
CREATE TRIGGER take_events_append_only BEFORE UPDATE OR DELETE ON take_events FOR EACH ROW EXECUTE FUNCTION kavrell_append_only();

CREATE TABLE device_states (
  camera_id uuid PRIMARY KEY, production_id uuid NOT NULL REFERENCES productions (id), version integer NOT NULL DEFAULT 1, rolling_since_ms double precision, clip text, clip_number integer NOT NULL, card text, card_used_bytes double precision NOT NULL, battery_used_min double precision NOT NULL, clock_ppm double precision NOT NULL, clock_set_ms double precision NOT NULL,
  ${link('camera_id', 'cameras')}
);
CREATE TABLE clips (
  id uuid PRIMARY KEY, production_id uuid NOT NULL REFERENCES productions (id), version integer NOT NULL DEFAULT 1, card_id uuid NOT NULL, name text NOT NULL, path text NOT NULL, size_bytes double precision NOT NULL, start_timecode text, duration_ms double precision, rate text,
  UNIQUE (card_id, path), ${link('card_id', 'cards')}
);
CREATE TABLE copy_jobs (
  id uuid PRIMARY KEY, production_id uuid NOT NULL REFERENCES productions (id), version integer NOT NULL DEFAULT 1, card_id uuid NOT NULL, drive_ids uuid[] NOT NULL, state text NOT NULL, station text NOT NULL, total_bytes double precision NOT NULL DEFAULT 0, total_files double precision NOT NULL DEFAULT 0, done_bytes double precision NOT NULL DEFAULT 0,
  started_at_ms double precision, ended_at_ms double precision, failure text, lease_until timestamptz, lease_holder text, created_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (production_id, id), ${link('card_id', 'cards')}
);
CREATE INDEX copy_jobs_open ON copy_jobs (station, created_at) WHERE state IN ('waiting', 'running');
CREATE UNIQUE INDEX copy_jobs_one_open ON copy_jobs (card_id) WHERE state IN ('waiting', 'running');
CREATE TABLE copy_files (
  id uuid PRIMARY KEY, production_id uuid NOT NULL REFERENCES productions (id), version integer NOT NULL DEFAULT 1, job_id uuid NOT NULL, card_id uuid NOT NULL, drive_id uuid NOT NULL, path text NOT NULL, size_bytes double precision NOT NULL, state text NOT NULL, hash text, failure text, verified_at timestamptz,
  UNIQUE (job_id, drive_id, path), ${link('job_id', 'copy_jobs')}, ${link('card_id', 'cards')}, ${link('drive_id', 'drives')}
);
CREATE INDEX copy_files_of ON copy_files (production_id, card_id);
${['productions', 'places', 'moves', 'days', 'people', 'engagements', 'cameras', 'setups', 'relights', 'scenes', 'shots', 'drives', 'cards'].map((t) => watch(t, t, 'full')).join('')}
${watch('day_items', 'dayItems', 'full')}${watch('device_states', 'deviceStates', 'quiet')}${watch('clips', 'clips', 'quiet')}${watch('copy_jobs', 'copyJobs', 'quiet')}
CREATE TRIGGER copy_files_stamp BEFORE UPDATE ON copy_files FOR EACH ROW EXECUTE FUNCTION kavrell_stamp();
`;

const TABLES_DOWN = [
  'copy_files',
  'copy_jobs',
  'clips',
  'device_states',
  'take_events',
  'cards',
  'drives',
  'day_items',
  'shots',
  'scenes',
  'relights',
  'setups',
  'cameras',
  'engagements',
  'people',
  'days',
  'moves',
  'places',
  'files',
  'entry_links',
  'productions',
  'changes',
  'change_sets',
  'session',
  'accounts',
];
const DOWN = `${TABLES_DOWN.map((t) => `DROP TABLE ${t};`).join('\n')}
DROP FUNCTION kavrell_append_only(); DROP FUNCTION kavrell_people_here(); DROP FUNCTION kavrell_record(); DROP FUNCTION kavrell_stamp();`;

/** The whole first house: rooms' tables, their links, and the trigger that no change can slip past. */
export const house: Migration = {
  name: '0001-house',
  up: (run) => run(UP),
  down: (run) => run(DOWN),
};
