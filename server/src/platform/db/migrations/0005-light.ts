import type { Migration } from '../migration.ts';
import { link, oneLive, table, watch } from './ddl.ts';

const EMPTY_PLAN =
  '{"roomId":null,"items":[],"cues":[],"atMin":null,"daylight":"computed","sky":"overcast","ambientLux":0,"ambientK":4000,"haze":"none","gustMps":null,"wanted":{"faceId":null,"tStop":null,"ratio":null,"whiteK":5600}}';

const UP = `
ALTER TABLE productions
  ADD COLUMN ei double precision NOT NULL DEFAULT 800 CHECK (ei > 0), ADD COLUMN shutter_deg double precision NOT NULL DEFAULT 180 CHECK (shutter_deg > 0 AND shutter_deg <= 360),
  ADD COLUMN ratio_school text NOT NULL DEFAULT 'sum' CHECK (ratio_school IN ('sum', 'alone')), ADD COLUMN load_share double precision NOT NULL DEFAULT 0.8 CHECK (load_share > 0 AND load_share <= 1);
ALTER TABLE cameras
  ADD COLUMN sensor_width_mm double precision NOT NULL DEFAULT 24.9 CHECK (sensor_width_mm > 0), ADD COLUMN sensor_height_mm double precision NOT NULL DEFAULT 14 CHECK (sensor_height_mm > 0);
ALTER TABLE days ADD COLUMN gust_mps double precision CHECK (gust_mps >= 0);
ALTER TABLE places
  ADD COLUMN backup_place_id uuid, ADD COLUMN skyline jsonb NOT NULL DEFAULT '[]',
  ADD CONSTRAINT places_backup FOREIGN KEY (production_id, backup_place_id) REFERENCES places (production_id, id), ADD CONSTRAINT places_other_backup CHECK (backup_place_id <> id);
${table(
  'circuits',
  `place_id uuid NOT NULL, name text NOT NULL, kind text NOT NULL CHECK (kind IN ('mains', 'generator')), volts double precision NOT NULL CHECK (volts > 0), breaker_a double precision CHECK (breaker_a > 0), other_w double precision NOT NULL CHECK (other_w >= 0), other_what text NOT NULL, residual_current boolean, tank_h double precision CHECK (tank_h >= 0), position double precision NOT NULL`,
  link('place_id', 'places'),
)}
${table(
  'rooms',
  `place_id uuid NOT NULL, name text NOT NULL, width_m double precision NOT NULL CHECK (width_m > 0), depth_m double precision NOT NULL CHECK (depth_m > 0), height_m double precision NOT NULL CHECK (height_m > 0), outside boolean NOT NULL, up_bearing_deg double precision NOT NULL, reflectance double precision NOT NULL CHECK (reflectance >= 0 AND reflectance < 1), features jsonb NOT NULL, position double precision NOT NULL`,
  link('place_id', 'places'),
)}
${table('carts', `name text NOT NULL, width_m double precision NOT NULL CHECK (width_m > 0), height_m double precision NOT NULL CHECK (height_m > 0), loaded_kg double precision NOT NULL CHECK (loaded_kg >= 0), position double precision NOT NULL`)}
ALTER TABLE pictures DROP CONSTRAINT pictures_role_check, ADD CONSTRAINT pictures_role_check CHECK (role IN ('look', 'board', 'place'));
${table(
  'place_facts',
  `place_id uuid NOT NULL, topic text NOT NULL, words text NOT NULL, detail jsonb, found_on text NOT NULL, source text NOT NULL CHECK (source IN ('seen', 'measured', 'told', 'document')), ages text NOT NULL CHECK (ages IN ('never', 'season', 'month', 'overnight')), picture_id uuid, position double precision NOT NULL`,
  `${link('place_id', 'places')}, ${link('picture_id', 'pictures')}`,
)}
${table('light_kit', `key text NOT NULL, name text NOT NULL, data jsonb NOT NULL, notes text NOT NULL`)}
${oneLive('light_kit', 'key', 'key')}
ALTER TABLE setups
  ALTER COLUMN rig_min DROP NOT NULL, ADD COLUMN hands integer NOT NULL DEFAULT 2 CHECK (hands > 0), ADD COLUMN from_setup_id uuid, ADD COLUMN plan jsonb NOT NULL DEFAULT '${EMPTY_PLAN}',
  ADD CONSTRAINT setups_from FOREIGN KEY (production_id, from_setup_id) REFERENCES setups (production_id, id), ADD CONSTRAINT setups_from_other CHECK (from_setup_id <> id);
${watch('circuits', 'circuits', 'full')}${watch('rooms', 'rooms', 'full')}${watch('carts', 'carts', 'full')}${watch('place_facts', 'placeFacts', 'full')}${watch('light_kit', 'lightKit', 'full')}
`;
const DOWN = `
UPDATE setups SET rig_min = 30 WHERE rig_min IS NULL;
ALTER TABLE setups DROP COLUMN plan, DROP COLUMN from_setup_id, DROP COLUMN hands, ALTER COLUMN rig_min SET NOT NULL;
${['light_kit', 'place_facts', 'carts', 'rooms', 'circuits'].map((t) => `DROP TABLE ${t};`).join('\n')}
DELETE FROM pictures WHERE role = 'place';
ALTER TABLE pictures DROP CONSTRAINT pictures_role_check, ADD CONSTRAINT pictures_role_check CHECK (role IN ('look', 'board'));
ALTER TABLE places DROP COLUMN skyline, DROP COLUMN backup_place_id;
ALTER TABLE days DROP COLUMN gust_mps;
ALTER TABLE cameras DROP COLUMN sensor_width_mm, DROP COLUMN sensor_height_mm;
ALTER TABLE productions DROP COLUMN ei, DROP COLUMN shutter_deg, DROP COLUMN ratio_school, DROP COLUMN load_share;
`;

/** Places scouted and light drawn: rooms, circuits, facts with their age, carts, light kit, plans of setups. */
export const light: Migration = {
  name: '0005-light',
  up: (run) => run(UP),
  down: (run) => run(DOWN),
};
