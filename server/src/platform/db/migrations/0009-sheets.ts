import type { Migration } from '../migration.ts';
import { link, table, watch } from './ddl.ts';

const UP = `
ALTER TABLE people
  ADD COLUMN email text NOT NULL DEFAULT '', ADD COLUMN comms text NOT NULL DEFAULT '', ADD COLUMN sees text NOT NULL DEFAULT 'own' CHECK (sees IN ('own', 'phones', 'all'));
ALTER TABLE places ADD COLUMN directions text NOT NULL DEFAULT '';
ALTER TABLE frozen_sheets ADD COLUMN content jsonb;
${table('rentals', `name text NOT NULL, supplier text NOT NULL, from_date date NOT NULL, to_date date NOT NULL CHECK (to_date >= from_date), cost_minor double precision NOT NULL CHECK (cost_minor >= 0), cancel_minor double precision NOT NULL CHECK (cancel_minor >= 0), free_until date, day_id uuid, position double precision NOT NULL`, link('day_id', 'days'))}
${table('risks', `key text NOT NULL, day_id uuid, title text NOT NULL, why text NOT NULL, likelihood integer NOT NULL CHECK (likelihood BETWEEN 1 AND 3), harm integer NOT NULL CHECK (harm BETWEEN 1 AND 3), trigger jsonb, remedies jsonb NOT NULL, owner_id uuid, by_hand jsonb NOT NULL, decided_by text NOT NULL, state text NOT NULL CHECK (state IN ('open', 'decided', 'gone')), position double precision NOT NULL`, `${link('day_id', 'days')}, ${link('owner_id', 'people')}`)}
${table('rehearsal_notes', `day_id uuid, shot_id uuid, words text NOT NULL, defect boolean NOT NULL, decision text NOT NULL CHECK (decision IN ('', 'replace', 'spare', 'mend', 'accept')), owner_id uuid, evidence text NOT NULL, at_ms double precision NOT NULL, position double precision NOT NULL`, `${link('day_id', 'days')}, ${link('shot_id', 'shots')}, ${link('owner_id', 'people')}`)}
CREATE UNIQUE INDEX risks_key_live ON risks (production_id, key) WHERE deleted_at IS NULL AND key <> '';
${watch('rentals', 'rentals', 'full')}${watch('risks', 'risks', 'full')}${watch('rehearsal_notes', 'rehearsalNotes', 'full')}
CREATE TABLE sheet_links (
  id uuid PRIMARY KEY,
  production_id uuid NOT NULL REFERENCES productions (id),
  person_id uuid,
  expires_at timestamptz NOT NULL,
  revoked_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now(),
  FOREIGN KEY (production_id, person_id) REFERENCES people (production_id, id)
);
CREATE UNIQUE INDEX sheet_links_person ON sheet_links (production_id, person_id) NULLS NOT DISTINCT WHERE revoked_at IS NULL;
${table('sheet_reads', `sheet_id uuid NOT NULL, person_id uuid NOT NULL, kind text NOT NULL CHECK (kind IN ('opened', 'understood')), at_ms double precision NOT NULL`, `${link('sheet_id', 'frozen_sheets')}, ${link('person_id', 'people')}, UNIQUE (sheet_id, person_id, kind)`)}
${table('messages', `sheet_id uuid NOT NULL, person_id uuid NOT NULL, kind text NOT NULL CHECK (kind IN ('mail', 'message')), recipient text NOT NULL, subject text NOT NULL, body text NOT NULL, at_ms double precision NOT NULL`, `${link('sheet_id', 'frozen_sheets')}, ${link('person_id', 'people')}`)}
${watch('sheet_reads', 'sheetReads', 'quiet')}${watch('messages', 'messages', 'quiet')}
`;
const DOWN = `
${['messages', 'sheet_reads', 'sheet_links', 'rehearsal_notes', 'risks', 'rentals'].map((t) => `DROP TABLE ${t};`).join('\n')}
ALTER TABLE frozen_sheets DROP COLUMN content;
ALTER TABLE places DROP COLUMN directions;
ALTER TABLE people DROP COLUMN email, DROP COLUMN comms, DROP COLUMN sees;
`;

/** Sheets that went out whole, who has read them, the simulated outbox; what is hired; risks and rehearsal notes. */
export const sheets: Migration = {
  name: '0009-sheets',
  up: (run) => run(UP),
  down: (run) => run(DOWN),
};
