import type { Migration } from '../migration.ts';
import { link, table, watch } from './ddl.ts';

const UP = `
${table(
  'clocks',
  `name text NOT NULL CHECK (name <> ''), kind text NOT NULL CHECK (kind IN ('box', 'camera', 'recorder', 'slate', 'playback', 'other')), camera_id uuid, follows_id uuid CHECK (follows_id <> id), link text NOT NULL CHECK (link IN ('jam', 'locked')), rate text NOT NULL, stated_ppm double precision NOT NULL CHECK (stated_ppm >= 0), tolerance_ms double precision CHECK (tolerance_ms > 0), simulated jsonb, position double precision NOT NULL`,
  `${link('camera_id', 'cameras')}, ${link('follows_id', 'clocks')}`,
)}
${table(
  'jams',
  'clock_id uuid NOT NULL, source_id uuid, at_ms double precision NOT NULL, found_offset_ms double precision, note text NOT NULL',
  `${link('clock_id', 'clocks')}, ${link('source_id', 'clocks')}`,
)}
CREATE INDEX jams_of ON jams (production_id, clock_id, at_ms);
${watch('clocks', 'clocks', 'full')}${watch('jams', 'jams', 'full')}
ALTER TABLE device_states DROP COLUMN clock_ppm, DROP COLUMN clock_set_ms;
`;
const DOWN = `
ALTER TABLE device_states ADD COLUMN clock_ppm double precision NOT NULL DEFAULT 0, ADD COLUMN clock_set_ms double precision NOT NULL DEFAULT 0;
DROP TABLE jams; DROP TABLE clocks;
`;

/** Devices that keep timecode and the log of setting them; a stand-in's error moves from the camera to its clock. */
export const clocks: Migration = {
  name: '0002-clocks',
  up: (run) => run(UP),
  down: (run) => run(DOWN),
};
