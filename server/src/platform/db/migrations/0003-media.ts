import type { Migration } from '../migration.ts';
import { link, watch } from './ddl.ts';

const OPEN = "('waiting', 'running', 'paused')";
const UP = `
ALTER TABLE drives ADD COLUMN faults jsonb;
ALTER TABLE cards ADD COLUMN faults jsonb;
ALTER TABLE copy_jobs
  ADD COLUMN kind text NOT NULL DEFAULT 'copy' CHECK (kind IN ('copy', 'check')),
  ADD COLUMN verify_source boolean NOT NULL DEFAULT false,
  ADD COLUMN by text NOT NULL DEFAULT '',
  ADD COLUMN places jsonb NOT NULL DEFAULT '[]';
ALTER TABLE copy_files ADD COLUMN read_from text, ADD COLUMN damage jsonb NOT NULL DEFAULT '[]', ADD COLUMN saved_as text;
DROP INDEX copy_jobs_one_open;
CREATE UNIQUE INDEX copy_jobs_one_open ON copy_jobs (card_id) WHERE state IN ${OPEN};
CREATE TABLE releases (
  id uuid PRIMARY KEY, production_id uuid NOT NULL REFERENCES productions (id), version integer NOT NULL DEFAULT 1, card_id uuid NOT NULL, at_ms double precision NOT NULL, by text NOT NULL, grounds text NOT NULL, withdrawn_at_ms double precision, withdrawn_by text,
  UNIQUE (production_id, id), ${link('card_id', 'cards')}
);
CREATE UNIQUE INDEX releases_one_open ON releases (card_id) WHERE withdrawn_at_ms IS NULL;
${watch('releases', 'releases', 'quiet')}
UPDATE productions SET keep_policy = keep_policy || '{"format": "never"}';
`;
const DOWN = `
DROP TABLE releases;
DROP INDEX copy_jobs_one_open;
UPDATE copy_jobs SET state = 'cancelled' WHERE state = 'paused';
CREATE UNIQUE INDEX copy_jobs_one_open ON copy_jobs (card_id) WHERE state IN ('waiting', 'running');
ALTER TABLE copy_files DROP COLUMN read_from, DROP COLUMN damage, DROP COLUMN saved_as;
ALTER TABLE copy_jobs DROP COLUMN kind, DROP COLUMN verify_source, DROP COLUMN by, DROP COLUMN places;
ALTER TABLE cards DROP COLUMN faults;
ALTER TABLE drives DROP COLUMN faults;
UPDATE productions SET keep_policy = keep_policy - 'format';
`;

/** Jobs that are paused, check copies again and tell their progress by drive; troubles of simulated media; releases of cards. */
export const media: Migration = {
  name: '0003-media',
  up: (run) => run(UP),
  down: (run) => run(DOWN),
};
