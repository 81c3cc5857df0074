import type { Migration } from '../migration.ts';
import { oneLive, table, watch } from './ddl.ts';

/** Where copies are kept and what lies in what; card readers; where a card is. */
export const keeping: Migration = {
  name: '0016-keeping',
  up: (run) =>
    run(`
ALTER TABLE cards ADD COLUMN whereabouts text NOT NULL DEFAULT '';
${table('keep_places', 'name text NOT NULL, kind text NOT NULL, within text NOT NULL, position double precision NOT NULL')}
${oneLive('keep_places', 'name', 'lower(name)')}
${watch('keep_places', 'keepPlaces', 'full')}
${table('readers', 'name text NOT NULL, bytes_per_s double precision, position double precision NOT NULL')}
${watch('readers', 'readers', 'full')}
`),
  down: (run) => run('DROP TABLE readers; DROP TABLE keep_places; ALTER TABLE cards DROP COLUMN whereabouts;'),
};
