import type { Migration } from '../migrate.ts';

const UP = `
ALTER TABLE drives ADD COLUMN simulated boolean NOT NULL DEFAULT false, ADD COLUMN volume jsonb;
ALTER TABLE cards ADD COLUMN simulated boolean NOT NULL DEFAULT false, ADD COLUMN not_copied jsonb NOT NULL DEFAULT '[]';
ALTER TABLE copy_files ADD COLUMN volume_id text;
UPDATE drives SET simulated = true WHERE faults IS NOT NULL OR path LIKE '%/media/demo/%';
UPDATE cards SET simulated = true WHERE faults IS NOT NULL OR path LIKE '%/media/demo/%';
UPDATE productions SET keep_policy = keep_policy || '{"leaveOut": []}';
`;
const DOWN = `
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
