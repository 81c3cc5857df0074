import type { Migration } from '../migration.ts';
import { link, oneLive, table, watch } from './ddl.ts';

/** Rows that name rows of another table in a list: each must be there, in the same production. */
const FUNCTIONS = `
CREATE FUNCTION kavrell_listed_here() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  missing boolean;
BEGIN
  EXECUTE format('SELECT EXISTS (SELECT 1 FROM unnest($1.%I) AS wanted(id) WHERE NOT EXISTS (SELECT 1 FROM %I t WHERE t.id = wanted.id AND t.production_id = $1.production_id))', TG_ARGV[0], TG_ARGV[1])
    INTO missing USING NEW;
  IF missing THEN
    RAISE EXCEPTION 'This names a % that is not in this production.', TG_ARGV[2] USING ERRCODE = 'KV001';
  END IF;
  RETURN NEW;
END $$;
`;
const listed = (name: string, column: string, to: string, one: string) =>
  `CREATE TRIGGER ${name}_${column} BEFORE INSERT OR UPDATE OF ${column} ON ${name} FOR EACH ROW EXECUTE FUNCTION kavrell_listed_here('${column}', '${to}', '${one}');\n`;

/** Numbers may change places within one change-set: the rule is held at its end. */
const oneAtTheEnd = (name: string, column: string) => `
DROP INDEX ${name}_${column}_live;
ALTER TABLE ${name} ADD CONSTRAINT ${name}_${column}_live EXCLUDE USING btree (production_id WITH =, ${column} WITH =) WHERE (deleted_at IS NULL) DEFERRABLE INITIALLY DEFERRED;
`;
const oneAtOnce = (name: string, column: string) => `
ALTER TABLE ${name} DROP CONSTRAINT ${name}_${column}_live;
${oneLive(name, column, column)}`;

const HASH = `text CHECK (file_hash ~ '^[0-9a-f]{64}$') REFERENCES files (hash)`;

const UP = `
${FUNCTIONS}
ALTER TABLE productions
  ADD COLUMN purpose text NOT NULL DEFAULT '', ADD COLUMN audience text NOT NULL DEFAULT '', ADD COLUMN feeling text NOT NULL DEFAULT '',
  ADD COLUMN capture_width_px integer NOT NULL DEFAULT 3840 CHECK (capture_width_px > 0), ADD COLUMN capture_height_px integer NOT NULL DEFAULT 2160 CHECK (capture_height_px > 0),
  ADD COLUMN currency text NOT NULL DEFAULT 'EUR' CHECK (currency ~ '^[A-Z]{3}$'), ADD COLUMN shot_numbers text NOT NULL DEFAULT 'letters' CHECK (shot_numbers IN ('letters', 'running')), ADD COLUMN reading_wpm double precision NOT NULL DEFAULT 150 CHECK (reading_wpm > 0);
ALTER TABLE scenes
  ADD COLUMN kind text NOT NULL DEFAULT 'shots' CHECK (kind IN ('shots', 'moment', 'cue')), ADD COLUMN script text NOT NULL DEFAULT '', ADD COLUMN person_ids uuid[] NOT NULL DEFAULT '{}',
  ADD COLUMN props text NOT NULL DEFAULT '', ADD COLUMN wardrobe text NOT NULL DEFAULT '', ADD COLUMN style text NOT NULL DEFAULT 'asWritten' CHECK (style IN ('asWritten', 'few', 'many')),
  ADD COLUMN story_state text NOT NULL DEFAULT '', ADD COLUMN day_id uuid, ADD COLUMN planned_min double precision CHECK (planned_min >= 0), ADD COLUMN length_min double precision CHECK (length_min >= 0),
  ADD CONSTRAINT scenes_day FOREIGN KEY (production_id, day_id) REFERENCES days (production_id, id);
CREATE TRIGGER scenes_people BEFORE INSERT OR UPDATE OF person_ids ON scenes FOR EACH ROW EXECUTE FUNCTION kavrell_people_here();
${oneAtTheEnd('scenes', 'number')}
${table(
  'deliverables',
  `title text NOT NULL, tag text NOT NULL, pieces integer NOT NULL CHECK (pieces > 0), duration_s double precision NOT NULL CHECK (duration_s > 0), width_px integer NOT NULL CHECK (width_px > 0), height_px integer NOT NULL CHECK (height_px > 0), rate text NOT NULL, captions text NOT NULL, due text, notes text NOT NULL, position double precision NOT NULL`,
)}
${oneLive('deliverables', 'tag', 'tag')}
${table(
  'asks',
  `kind text NOT NULL CHECK (kind IN ('mark', 'kit', 'person', 'other')), title text NOT NULL, tag text NOT NULL, detail text NOT NULL, state text NOT NULL CHECK (state IN ('open', 'agreed', 'declined')), camera_id uuid, person_id uuid, means text NOT NULL, price_minor double precision CHECK (price_minor >= 0), asked_on text, position double precision NOT NULL`,
  `${link('camera_id', 'cameras')}, ${link('person_id', 'people')}`,
)}
${oneLive('asks', 'tag', 'tag')}
${table('sign_offs', `what text NOT NULL, who text NOT NULL, due text, given_on text, note text NOT NULL, position double precision NOT NULL`)}
${table('revisions', `name text NOT NULL, at_ms double precision NOT NULL, note text NOT NULL`)}
${table('consents', `person_id uuid NOT NULL, state text NOT NULL CHECK (state IN ('asked', 'signed', 'refused')), signed_on text, usage text NOT NULL, guardian text NOT NULL`, link('person_id', 'people'))}
ALTER TABLE shots
  ADD COLUMN angle text, ADD COLUMN role text, ADD COLUMN facing text CHECK (facing IN ('left', 'right', 'camera', 'away')), ADD COLUMN deliverable_ids uuid[] NOT NULL DEFAULT '{}', ADD COLUMN mark_ids uuid[] NOT NULL DEFAULT '{}',
  ADD COLUMN centre_safe boolean NOT NULL DEFAULT false, ADD COLUMN before_scene_id uuid, ADD COLUMN operator_id uuid, ADD COLUMN outfit text NOT NULL DEFAULT '', ADD COLUMN pass text NOT NULL DEFAULT '',
  ADD CONSTRAINT shots_before FOREIGN KEY (production_id, before_scene_id) REFERENCES scenes (production_id, id), ADD CONSTRAINT shots_operator FOREIGN KEY (production_id, operator_id) REFERENCES people (production_id, id);
${listed('shots', 'deliverable_ids', 'deliverables', 'deliverable')}${listed('shots', 'mark_ids', 'asks', 'mark')}
${oneAtTheEnd('shots', 'code')}
CREATE TABLE production_files (
  production_id uuid NOT NULL REFERENCES productions (id), hash text NOT NULL REFERENCES files (hash), added_at timestamptz NOT NULL DEFAULT now(), added_by text NOT NULL, PRIMARY KEY (production_id, hash)
);
${table(
  'pictures',
  `role text NOT NULL CHECK (role IN ('look', 'board')), shot_id uuid, file_hash ${HASH}, strokes jsonb NOT NULL, caption text NOT NULL, width_px integer NOT NULL CHECK (width_px > 0), height_px integer NOT NULL CHECK (height_px > 0), position double precision NOT NULL`,
  `${link('shot_id', 'shots')}, FOREIGN KEY (production_id, file_hash) REFERENCES production_files (production_id, hash)`,
)}
${table(
  'palettes',
  `name text NOT NULL, role text NOT NULL CHECK (role IN ('look', 'costume', 'set', 'brand')), reason text NOT NULL, story_state text NOT NULL, scene_ids uuid[] NOT NULL, swatches jsonb NOT NULL, picture_id uuid, position double precision NOT NULL`,
  link('picture_id', 'pictures'),
)}
${listed('palettes', 'scene_ids', 'scenes', 'scene')}
${table(
  'tracks',
  `name text NOT NULL, kind text NOT NULL CHECK (kind IN ('song', 'voice')), file_hash ${HASH}, duration_s double precision NOT NULL CHECK (duration_s > 0), bpm double precision CHECK (bpm > 0), first_beat_s double precision NOT NULL CHECK (first_beat_s >= 0), beats_per_bar integer NOT NULL CHECK (beats_per_bar > 0), cues jsonb NOT NULL, peaks jsonb NOT NULL, position double precision NOT NULL`,
  `FOREIGN KEY (production_id, file_hash) REFERENCES production_files (production_id, hash)`,
)}
${table('pins', `track_id uuid NOT NULL, shot_id uuid NOT NULL, from_s double precision NOT NULL, to_s double precision NOT NULL, CHECK (from_s >= 0 AND to_s > from_s)`, `${link('track_id', 'tracks')}, ${link('shot_id', 'shots')}`)}
${table('shot_links', `kind text NOT NULL CHECK (kind IN ('variant', 'mirror')), shot_id uuid NOT NULL, other_shot_id uuid NOT NULL, change text NOT NULL, CHECK (shot_id <> other_shot_id)`, `${link('shot_id', 'shots')}, ${link('other_shot_id', 'shots')}`)}
${table('waivers', `scene_id uuid NOT NULL, key text NOT NULL, words text NOT NULL`, link('scene_id', 'scenes'))}
${oneLive('waivers', 'key', 'scene_id, key')}
${table('slots', `scene_id uuid NOT NULL, holder_id uuid NOT NULL, start_min double precision NOT NULL, length_min double precision NOT NULL CHECK (length_min >= 0), note text NOT NULL`, `${link('scene_id', 'scenes')}, ${link('holder_id', 'people')}`)}
${table('looks', `"table" text NOT NULL, entity_id uuid NOT NULL, at_ms double precision NOT NULL`)}
CREATE INDEX looks_of ON looks (production_id, entity_id, at_ms);
${table('frozen_sheets', `day_id uuid NOT NULL, revision integer NOT NULL CHECK (revision > 0), frozen_at_ms double precision NOT NULL, note text NOT NULL, shots jsonb NOT NULL`, link('day_id', 'days'))}
${oneLive('frozen_sheets', 'revision', 'day_id, revision')}
${watch('deliverables', 'deliverables', 'full')}${watch('asks', 'asks', 'full')}${watch('sign_offs', 'signOffs', 'full')}${watch('revisions', 'revisions', 'full')}${watch('consents', 'consents', 'full')}
${watch('pictures', 'pictures', 'full')}${watch('palettes', 'palettes', 'full')}${watch('tracks', 'tracks', 'full')}${watch('pins', 'pins', 'full')}${watch('shot_links', 'shotLinks', 'full')}
${watch('waivers', 'waivers', 'full')}${watch('slots', 'slots', 'full')}${watch('looks', 'looks', 'full')}${watch('frozen_sheets', 'frozenSheets', 'full')}
CREATE INDEX changes_of_table ON changes (production_id, table_name, at);
`;
const DOWN = `
DROP INDEX changes_of_table;
${['frozen_sheets', 'looks', 'slots', 'waivers', 'shot_links', 'pins', 'tracks', 'palettes', 'pictures', 'production_files'].map((t) => `DROP TABLE ${t};`).join('\n')}
${oneAtOnce('shots', 'code')}
DROP TRIGGER shots_deliverable_ids ON shots; DROP TRIGGER shots_mark_ids ON shots;
ALTER TABLE shots
  DROP COLUMN angle, DROP COLUMN role, DROP COLUMN facing, DROP COLUMN deliverable_ids, DROP COLUMN mark_ids, DROP COLUMN centre_safe, DROP COLUMN before_scene_id, DROP COLUMN operator_id, DROP COLUMN outfit, DROP COLUMN pass;
${['consents', 'revisions', 'sign_offs', 'asks', 'deliverables'].map((t) => `DROP TABLE ${t};`).join('\n')}
${oneAtOnce('scenes', 'number')}
DROP TRIGGER scenes_people ON scenes;
ALTER TABLE scenes
  DROP COLUMN kind, DROP COLUMN script, DROP COLUMN person_ids, DROP COLUMN props, DROP COLUMN wardrobe, DROP COLUMN style, DROP COLUMN story_state, DROP COLUMN day_id, DROP COLUMN planned_min, DROP COLUMN length_min;
ALTER TABLE productions
  DROP COLUMN purpose, DROP COLUMN audience, DROP COLUMN feeling, DROP COLUMN capture_width_px, DROP COLUMN capture_height_px, DROP COLUMN currency, DROP COLUMN shot_numbers, DROP COLUMN reading_wpm;
DROP FUNCTION kavrell_listed_here();
`;

/** What is wanted and the shots that give it: brief, look, script, moments, tracks, boards, links, what was looked at, sheets that went out. */
export const scenes: Migration = {
  name: '0004-scenes',
  up: (run) => run(UP),
  down: (run) => run(DOWN),
};
