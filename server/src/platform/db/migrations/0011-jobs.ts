import type { Migration } from '../migration.ts';

const UP = `
ALTER TABLE scenes
  ADD COLUMN start_kind text NOT NULL DEFAULT 'fixed' CHECK (start_kind IN ('fixed', 'about', 'follows')), ADD COLUMN follows_scene_id uuid,
  ADD CONSTRAINT scenes_follows FOREIGN KEY (production_id, follows_scene_id) REFERENCES scenes (production_id, id), ADD CONSTRAINT scenes_follow_others CHECK (follows_scene_id <> id);
ALTER TABLE places ALTER COLUMN latitude DROP NOT NULL, ALTER COLUMN longitude DROP NOT NULL, ADD CONSTRAINT places_whole_spot CHECK ((latitude IS NULL) = (longitude IS NULL));
UPDATE places SET latitude = NULL, longitude = NULL WHERE latitude = 50.33 AND longitude = -4.77;
ALTER TABLE people DROP CONSTRAINT people_kind_check, ADD CONSTRAINT people_kind_check CHECK (kind IN ('crew', 'talent', 'client', 'guest'));
ALTER TABLE days ADD COLUMN forecast jsonb;
ALTER TABLE consents ADD COLUMN signature jsonb, ADD COLUMN terms text NOT NULL DEFAULT '';
ALTER TABLE messages ADD COLUMN sent_at_ms double precision;
ALTER TABLE productions ADD COLUMN consent_terms text NOT NULL DEFAULT '', ADD COLUMN archived boolean NOT NULL DEFAULT false;
`;
const DOWN = `
ALTER TABLE messages DROP COLUMN sent_at_ms;
ALTER TABLE productions DROP COLUMN consent_terms, DROP COLUMN archived;
ALTER TABLE consents DROP COLUMN signature, DROP COLUMN terms;
ALTER TABLE days DROP COLUMN forecast;
UPDATE people SET kind = 'talent' WHERE kind = 'guest';
ALTER TABLE people DROP CONSTRAINT people_kind_check, ADD CONSTRAINT people_kind_check CHECK (kind IN ('crew', 'talent', 'client'));
UPDATE places SET latitude = 50.33, longitude = -4.77 WHERE latitude IS NULL;
ALTER TABLE places DROP CONSTRAINT places_whole_spot, ALTER COLUMN latitude SET NOT NULL, ALTER COLUMN longitude SET NOT NULL;
ALTER TABLE scenes DROP CONSTRAINT scenes_follow_others, DROP CONSTRAINT scenes_follows, DROP COLUMN start_kind, DROP COLUMN follows_scene_id;
`;

/** What a stranger’s own job needs: moments with a meant start, places that nobody has found yet, guests and their consent, forecasts by hand. */
export const jobs: Migration = {
  name: '0011-jobs',
  up: (run) => run(UP),
  down: (run) => run(DOWN),
};
