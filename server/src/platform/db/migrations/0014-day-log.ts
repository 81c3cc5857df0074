import type { Migration } from '../migration.ts';
import { link, table, watch } from './ddl.ts';

/** What happened on a day beside its takes: moments begun, last looks, delays, incidents, cards and packs of cameras that nobody hears; questions of interviews. */
export const dayLog: Migration = {
  name: '0014-day-log',
  up: (run) =>
    run(`
${table('log_entries', `day_id uuid NOT NULL, at_ms double precision NOT NULL, by text NOT NULL, payload jsonb NOT NULL`, link('day_id', 'days'))}
CREATE INDEX log_entries_day ON log_entries (day_id, at_ms) WHERE deleted_at IS NULL;
${watch('log_entries', 'logEntries', 'full')}
${table('questions', `scene_id uuid NOT NULL, words text NOT NULL, purpose text NOT NULL, silence_s integer NOT NULL, follow_up boolean NOT NULL, position double precision NOT NULL`, link('scene_id', 'scenes'))}
${watch('questions', 'questions', 'full')}
`),
  down: (run) => run('DROP TABLE questions; DROP TABLE log_entries;'),
};
