import type { Migration } from '../migration.ts';
import { link, table, watch } from './ddl.ts';

/** Kit that is got, checked by two and booked; what one owns, on no job; where a hand put a case; vehicles that are ready; refunds for faults. */
export const kit: Migration = {
  name: '0018-kit',
  up: (run) =>
    run(`
ALTER TABLE kit_lines ADD COLUMN supplier text NOT NULL DEFAULT '', ADD COLUMN by_date date, ADD COLUMN piece_id uuid,
  ADD COLUMN ticked_by text NOT NULL DEFAULT '', ADD COLUMN checked_by text NOT NULL DEFAULT '', ADD COLUMN "on" boolean NOT NULL DEFAULT false,
  ADD COLUMN cost_minor double precision;
CREATE INDEX kit_lines_piece ON kit_lines (piece_id) WHERE piece_id IS NOT NULL AND deleted_at IS NULL;
ALTER TABLE crates ADD COLUMN kind text NOT NULL DEFAULT 'hard', ADD COLUMN carrier_id uuid, ADD COLUMN hand jsonb,
  ADD CONSTRAINT crates_carrier_fkey ${link('carrier_id', 'people')};
ALTER TABLE vehicles ADD COLUMN driver_id uuid, ADD COLUMN second_driver_id uuid, ADD COLUMN ready jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN load_min double precision, ADD COLUMN load_pieces integer NOT NULL DEFAULT 0,
  ADD CONSTRAINT vehicles_driver_fkey ${link('driver_id', 'people')},
  ADD CONSTRAINT vehicles_second_driver_fkey ${link('second_driver_id', 'people')};
ALTER TABLE faults ADD COLUMN photo_hashes text[] NOT NULL DEFAULT '{}', ADD COLUMN refund text NOT NULL DEFAULT '', ADD COLUMN refund_minor double precision;
${table('pieces', 'name text NOT NULL, department text NOT NULL, count integer NOT NULL, serial text NOT NULL, value_minor double precision, currency text NOT NULL, made_in text NOT NULL, mass_kg double precision, width_mm double precision, depth_mm double precision, height_mm double precision, state text NOT NULL, whereabouts text NOT NULL, photo_hash text, note text NOT NULL, position double precision NOT NULL')}
${watch('pieces', 'pieces', 'full')}
CREATE TABLE house_productions (one boolean PRIMARY KEY DEFAULT true CHECK (one), production_id uuid NOT NULL REFERENCES productions (id));
`),
  down: (run) =>
    run(`DROP TABLE house_productions; DROP TABLE pieces;
ALTER TABLE faults DROP COLUMN photo_hashes, DROP COLUMN refund, DROP COLUMN refund_minor;
ALTER TABLE vehicles DROP COLUMN driver_id, DROP COLUMN second_driver_id, DROP COLUMN ready, DROP COLUMN load_min, DROP COLUMN load_pieces;
ALTER TABLE crates DROP COLUMN kind, DROP COLUMN carrier_id, DROP COLUMN hand;
ALTER TABLE kit_lines DROP COLUMN supplier, DROP COLUMN by_date, DROP COLUMN piece_id, DROP COLUMN ticked_by, DROP COLUMN checked_by, DROP COLUMN "on", DROP COLUMN cost_minor;`),
};
