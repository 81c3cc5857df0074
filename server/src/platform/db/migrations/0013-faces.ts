import type { Migration } from '../migration.ts';

/** A photograph of somebody’s face, by the address of its stored file. */
export const faces: Migration = {
  name: '0013-faces',
  up: (run) =>
    run(`
ALTER TABLE people ADD COLUMN photo_hash text CHECK (photo_hash ~ '^[0-9a-f]{64}$') REFERENCES files (hash),
  ADD FOREIGN KEY (production_id, photo_hash) REFERENCES production_files (production_id, hash);
`),
  down: (run) => run('ALTER TABLE people DROP COLUMN photo_hash;'),
};
