import type { Migration } from '../migration.ts';
import { link, table, watch } from './ddl.ts';

const listed = (column: string, to: string, one: string) =>
  `CREATE TRIGGER shared_things_${column} BEFORE INSERT OR UPDATE OF ${column} ON shared_things FOR EACH ROW EXECUTE FUNCTION kavrell_listed_here('${column}', '${to}', '${one}');`;

/** What several things hang on, running orders, cables with labelled ends; what a camera that is left alone needs. */
export const cover: Migration = {
  name: '0015-cover',
  up: (run) =>
    run(`
ALTER TABLE cameras
  ADD COLUMN restart_gap_s integer NOT NULL DEFAULT 10,
  ADD COLUMN look_every_min double precision,
  ADD COLUMN walk_min double precision;
${table('shared_things', `name text NOT NULL, kind text NOT NULL, camera_ids uuid[] NOT NULL, box_ids uuid[] NOT NULL, source_ids uuid[] NOT NULL, inputs integer, others text[] NOT NULL, position double precision NOT NULL`)}
${watch('shared_things', 'sharedThings', 'full')}
${listed('camera_ids', 'cameras', 'camera')}
${listed('box_ids', 'sound_boxes', 'box')}
${listed('source_ids', 'sound_sources', 'source')}
${table('cues', `day_id uuid NOT NULL, scene_id uuid, kind text NOT NULL, words text NOT NULL, length_s double precision NOT NULL, fixed_min double precision, caller_id uuid, doer_id uuid, file text NOT NULL, skipped boolean NOT NULL, position double precision NOT NULL`, [link('day_id', 'days'), link('scene_id', 'scenes'), link('caller_id', 'people'), link('doer_id', 'people')].join(',\n  '))}
${watch('cues', 'cues', 'full')}
${table('cables', `label text NOT NULL, kind text NOT NULL, from_what text NOT NULL, from_socket text NOT NULL, to_what text NOT NULL, to_socket text NOT NULL, connector text NOT NULL, length_m double precision, place_id uuid, doer_id uuid, state text NOT NULL, origin text NOT NULL, position double precision NOT NULL`, [link('place_id', 'places'), link('doer_id', 'people')].join(',\n  '))}
${watch('cables', 'cables', 'full')}
`),
  down: (run) =>
    run(`
DROP TABLE cables; DROP TABLE cues; DROP TABLE shared_things;
ALTER TABLE cameras DROP COLUMN walk_min, DROP COLUMN look_every_min, DROP COLUMN restart_gap_s;`),
};
