import type { Migration } from '../migration.ts';

const UP = `
ALTER TABLE drives ADD COLUMN simulated boolean NOT NULL DEFAULT false, ADD COLUMN volume jsonb;
ALTER TABLE cards ADD COLUMN simulated boolean NOT NULL DEFAULT false, ADD COLUMN not_copied jsonb NOT NULL DEFAULT '[]';
ALTER TABLE copy_files ADD COLUMN volume_id text;
UPDATE drives SET simulated = true WHERE faults IS NOT NULL OR path LIKE '%/media/demo/%';
UPDATE cards SET simulated = true WHERE faults IS NOT NULL OR path LIKE '%/media/demo/%';
UPDATE productions SET keep_policy = keep_policy || '{"leaveOut": []}';
CREATE TABLE house (
  id integer PRIMARY KEY DEFAULT 1 CHECK (id = 1),
  epoch uuid NOT NULL DEFAULT gen_random_uuid(),
  stored_at timestamptz NOT NULL DEFAULT now(),
  media_roots text[] NOT NULL DEFAULT '{}'
);
INSERT INTO house DEFAULT VALUES;
ALTER TABLE change_sets ADD COLUMN digest text;
ALTER TABLE take_events ADD COLUMN production_at_ms double precision;
`;
const DOWN = `
ALTER TABLE take_events DROP COLUMN production_at_ms;
ALTER TABLE change_sets DROP COLUMN digest;
DROP TABLE house;
UPDATE productions SET keep_policy = keep_policy - 'leaveOut';
ALTER TABLE copy_files DROP COLUMN volume_id;
ALTER TABLE cards DROP COLUMN simulated, DROP COLUMN not_copied;
ALTER TABLE drives DROP COLUMN simulated, DROP COLUMN volume;
`;

/** Drives are devices that were recognised; what a card holds that is not copied; owner's patterns of what is left out. */
export const trust: Migration = {
  name: '0010-trust',
  up: (run) => run(UP),
  down: (run) => run(DOWN),
};
