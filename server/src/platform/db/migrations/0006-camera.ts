import type { Migration } from '../migration.ts';
import { link, table, watch } from './ddl.ts';

const TABLES = ['lenses', 'sound_boxes', 'sound_sources', 'links', 'sound_routes', 'prompts', 'faults'] as const;
const SAID: Readonly<Record<(typeof TABLES)[number], string>> = {
  lenses: 'lenses',
  sound_boxes: 'soundBoxes',
  sound_sources: 'soundSources',
  links: 'links',
  sound_routes: 'soundRoutes',
  prompts: 'prompts',
  faults: 'faults',
};

const UP = `
ALTER TABLE productions
  ADD COLUMN sheet jsonb NOT NULL DEFAULT '{}', ADD COLUMN mains_hz integer NOT NULL DEFAULT 50 CHECK (mains_hz IN (50, 60)),
  ADD COLUMN shutter_school text NOT NULL DEFAULT 'angle' CHECK (shutter_school IN ('angle', 'sharp', 'flickerSafe')), ADD COLUMN ei_school text NOT NULL DEFAULT 'last' CHECK (ei_school IN ('last', 'native'));
ALTER TABLE cameras
  ADD COLUMN class_key text, ADD COLUMN mount text NOT NULL DEFAULT 'mirrorless 18 mm', ADD COLUMN native_eis jsonb NOT NULL DEFAULT '[800]', ADD COLUMN most_fps double precision NOT NULL DEFAULT 60 CHECK (most_fps > 0),
  ADD COLUMN mass_kg double precision NOT NULL DEFAULT 2 CHECK (mass_kg > 0), ADD COLUMN watts double precision NOT NULL DEFAULT 20 CHECK (watts > 0), ADD COLUMN settings jsonb NOT NULL DEFAULT '{}', ADD COLUMN wants jsonb NOT NULL DEFAULT '{}';
${table(
  'lenses',
  `name text NOT NULL, focal_min_mm double precision NOT NULL CHECK (focal_min_mm > 0), focal_max_mm double precision NOT NULL CONSTRAINT lenses_focal_order CHECK (focal_max_mm >= focal_min_mm), t_wide double precision NOT NULL CHECK (t_wide > 0), t_long double precision NOT NULL CHECK (t_long > 0), close_focus_m double precision NOT NULL CHECK (close_focus_m > 0), thread_mm double precision CHECK (thread_mm > 0), mount text NOT NULL, image_circle_mm double precision NOT NULL CHECK (image_circle_mm > 0), squeeze double precision NOT NULL CHECK (squeeze BETWEEN 1 AND 2), macro boolean NOT NULL, mass_kg double precision NOT NULL CHECK (mass_kg > 0), count integer NOT NULL CHECK (count > 0), state text NOT NULL CHECK (state IN ('ready', 'faulty', 'away')), notes text NOT NULL, position double precision NOT NULL`,
)}
${table(
  'sound_boxes',
  `name text NOT NULL, kind text NOT NULL CHECK (kind IN ('recorder', 'camera', 'mixer', 'speaker')), camera_id uuid, tracks integer NOT NULL CHECK (tracks >= 0), sockets jsonb NOT NULL, sample_rate_hz integer NOT NULL CHECK (sample_rate_hz > 0), limiter boolean NOT NULL, position double precision NOT NULL`,
  link('camera_id', 'cameras'),
)}
${table(
  'sound_sources',
  `name text NOT NULL, kind text NOT NULL CHECK (kind IN ('person', 'boom', 'desk', 'playback', 'ambience')), person_id uuid, microphone text NOT NULL, told boolean NOT NULL, scene_ids uuid[] NOT NULL, position double precision NOT NULL`,
  link('person_id', 'people'),
)}
CREATE TRIGGER sound_sources_scenes BEFORE INSERT OR UPDATE OF scene_ids ON sound_sources FOR EACH ROW EXECUTE FUNCTION kavrell_listed_here('scene_ids', 'scenes', 'scene');
${table(
  'links',
  `name text NOT NULL, kind text NOT NULL CHECK (kind IN ('microphone', 'picture', 'comms', 'lamps', 'timecode')), wired boolean NOT NULL, camera_id uuid, reaches text NOT NULL, frequency_mhz double precision CHECK (frequency_mhz > 0), low_mhz double precision CHECK (low_mhz > 0), high_mhz double precision CHECK (high_mhz > 0), bandwidth_khz double precision NOT NULL CHECK (bandwidth_khz > 0), fixed boolean NOT NULL, range_m double precision CHECK (range_m > 0), distance_m double precision CHECK (distance_m >= 0), delay_ms double precision NOT NULL CHECK (delay_ms >= 0), position double precision NOT NULL`,
  link('camera_id', 'cameras'),
)}
${table(
  'sound_routes',
  `source_id uuid NOT NULL, link_id uuid, box_id uuid NOT NULL, socket_name text NOT NULL, channel integer NOT NULL CHECK (channel > 0), duty text NOT NULL CHECK (duty IN ('main', 'backup', 'scratch')), phantom boolean NOT NULL, level_db double precision NOT NULL, "check" text NOT NULL CHECK ("check" IN ('', 'heard', 'recorded', 'ok')), checked_by text NOT NULL, checked_at_ms double precision, position double precision NOT NULL`,
  `${link('source_id', 'sound_sources')}, ${link('link_id', 'links')}, ${link('box_id', 'sound_boxes')}`,
)}
${table(
  'prompts',
  `title text NOT NULL, scene_id uuid, draft integer NOT NULL CHECK (draft > 0), text text NOT NULL, wpm double precision NOT NULL CHECK (wpm > 0), marks jsonb NOT NULL, position double precision NOT NULL`,
  link('scene_id', 'scenes'),
)}
${table(
  'faults',
  `device text NOT NULL, symptom text NOT NULL, chain text[] NOT NULL, steps jsonb NOT NULL, decision text NOT NULL CHECK (decision IN ('', 'replace', 'spare', 'accept')), decide_by_min double precision CHECK (decide_by_min >= 0), owner_id uuid, evidence text NOT NULL, serial text NOT NULL, owed_to text NOT NULL, found_at_ms double precision NOT NULL, closed boolean NOT NULL, position double precision NOT NULL`,
  link('owner_id', 'people'),
)}
${TABLES.map((t) => watch(t, SAID[t], 'full')).join('')}
`;
const DOWN = `
${[...TABLES]
  .reverse()
  .map((t) => `DROP TABLE ${t};`)
  .join('\n')}
ALTER TABLE cameras DROP COLUMN class_key, DROP COLUMN mount, DROP COLUMN native_eis, DROP COLUMN most_fps, DROP COLUMN mass_kg, DROP COLUMN watts, DROP COLUMN settings, DROP COLUMN wants;
ALTER TABLE productions DROP COLUMN sheet, DROP COLUMN mains_hz, DROP COLUMN shutter_school, DROP COLUMN ei_school;
`;

/** Settings sheets, lenses, the sound patch, links through the air, prompter texts and faults. */
export const camera: Migration = {
  name: '0006-camera',
  up: (run) => run(UP),
  down: (run) => run(DOWN),
};
