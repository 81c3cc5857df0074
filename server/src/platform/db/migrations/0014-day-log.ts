import type { Migration } from '../migration.ts';
import { link, table, watch } from './ddl.ts';

/** What happened on a day beside its takes: moments begun, last looks, delays, incidents, cards and packs of cameras that nobody hears. */
export const dayLog: Migration = {
  name: '0014-day-log',
  up: (run) =>
    run(`
${table('log_entries', `day_id uuid NOT NULL, at_ms double precision NOT NULL, by text NOT NULL, payload jsonb NOT NULL`, link('day_id', 'days'))}
CREATE INDEX log_entries_day ON log_entries (day_id, at_ms) WHERE deleted_at IS NULL;
${watch('log_entries', 'logEntries', 'full')}
`),
  down: (run) => run('DROP TABLE log_entries;'),
};
