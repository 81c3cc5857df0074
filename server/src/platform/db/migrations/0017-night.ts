import type { Migration } from '../migration.ts';
import { link, table, watch } from './ddl.ts';

const VEHICLE_MM = [
  ...['width_mm', 'depth_mm', 'height_mm', 'door_width_mm', 'door_height_mm', 'arch_in_mm', 'arch_long_mm'],
  ...[
    'arch_high_mm',
    'arch_from_door_mm',
    'payload_kg',
    'front_axle_mm',
    'rear_axle_mm',
    'front_axle_kg',
    'rear_axle_kg',
  ],
];

/** Recognised cards, room on drives, looks into clips, packs and chargers, clips for the editor, stations, kit that is taken along. */
export const night: Migration = {
  name: '0017-night',
  up: (run) =>
    run(`
ALTER TABLE drives ADD COLUMN station text NOT NULL DEFAULT '', ADD COLUMN space jsonb;
ALTER TABLE cards ADD COLUMN station text NOT NULL DEFAULT '', ADD COLUMN seen jsonb, ADD COLUMN alarms jsonb NOT NULL DEFAULT '[]';
ALTER TABLE clips ADD COLUMN looked jsonb;
UPDATE productions SET keep_policy = keep_policy || '{"kinds": 1}';
${table('packs', 'name text NOT NULL, fits text NOT NULL, count integer NOT NULL, empty integer NOT NULL, charge_min double precision, camera_id uuid, position double precision NOT NULL', link('camera_id', 'cameras'))}
${watch('packs', 'packs', 'full')}
${table('chargers', 'name text NOT NULL, fits text NOT NULL, slots integer NOT NULL, unattended boolean NOT NULL, position double precision NOT NULL')}
${watch('chargers', 'chargers', 'full')}
${table('kit_lines', 'need text NOT NULL, name text NOT NULL, have double precision NOT NULL, source text NOT NULL, crate text NOT NULL, carrier_id uuid, state text NOT NULL, seen_at_id uuid, note text NOT NULL, position double precision NOT NULL', `${link('carrier_id', 'people')}, ${link('seen_at_id', 'places')}`)}
${watch('kit_lines', 'kitLines', 'full')}
${table('crates', 'name text NOT NULL, width_mm double precision NOT NULL, depth_mm double precision NOT NULL, height_mm double precision NOT NULL, mass_kg double precision NOT NULL, this_side_up boolean NOT NULL, bears_kg double precision, stop integer NOT NULL, position double precision NOT NULL')}
${watch('crates', 'crates', 'full')}
${table('vehicles', `name text NOT NULL, ${VEHICLE_MM.map((c) => `${c} double precision NOT NULL`).join(', ')}, position double precision NOT NULL`)}
${watch('vehicles', 'vehicles', 'full')}
CREATE TABLE sent_selects (
  id uuid PRIMARY KEY, production_id uuid NOT NULL REFERENCES productions (id), version integer NOT NULL DEFAULT 1,
  take_id uuid NOT NULL, card_id uuid NOT NULL, drive_id uuid NOT NULL, from_drive_id uuid, path text NOT NULL, sent_as text NOT NULL,
  size_bytes double precision NOT NULL, state text NOT NULL, hash text, failure text, at_ms double precision NOT NULL, by text NOT NULL,
  UNIQUE (production_id, id), UNIQUE (card_id, path, drive_id), ${link('card_id', 'cards')}, ${link('drive_id', 'drives')}
);
${watch('sent_selects', 'sentSelects', 'quiet')}
CREATE TABLE stations (
  id uuid PRIMARY KEY, name text NOT NULL UNIQUE, token_hash text, token_until timestamptz, secret_hash text,
  folders jsonb NOT NULL DEFAULT '[]', to_read uuid[] NOT NULL DEFAULT '{}', seen_at timestamptz, ended_at timestamptz
);
`),
  down: (run) =>
    run(`DROP TABLE stations; DROP TABLE sent_selects; DROP TABLE vehicles; DROP TABLE crates; DROP TABLE kit_lines; DROP TABLE chargers; DROP TABLE packs;
UPDATE productions SET keep_policy = keep_policy - 'kinds';
ALTER TABLE clips DROP COLUMN looked;
ALTER TABLE cards DROP COLUMN station, DROP COLUMN seen, DROP COLUMN alarms;
ALTER TABLE drives DROP COLUMN station, DROP COLUMN space;`),
};
