import type { Migration } from '../migration.ts';
import { link, table, watch } from './ddl.ts';

const UP = `
ALTER TABLE productions ADD COLUMN use_pace boolean NOT NULL DEFAULT false;
ALTER TABLE people
  ADD COLUMN emergency text NOT NULL DEFAULT '', ADD COLUMN day_rate_minor double precision CHECK (day_rate_minor >= 0), ADD COLUMN travel_min double precision NOT NULL DEFAULT 0 CHECK (travel_min >= 0),
  ADD COLUMN away text[] NOT NULL DEFAULT '{}', ADD COLUMN permits text NOT NULL DEFAULT '';
${table('saved_orders', `day_id uuid NOT NULL, name text NOT NULL, item_ids uuid[] NOT NULL, position double precision NOT NULL`, link('day_id', 'days'))}
${watch('saved_orders', 'savedOrders', 'full')}
`;
const DOWN = `
DROP TABLE saved_orders;
ALTER TABLE people DROP COLUMN emergency, DROP COLUMN day_rate_minor, DROP COLUMN travel_min, DROP COLUMN away, DROP COLUMN permits;
ALTER TABLE productions DROP COLUMN use_pace;
`;

/** What is known of people beyond their names, orders kept beside the one a day has, and whether plans use the pace learned. */
export const people: Migration = {
  name: '0007-people',
  up: (run) => run(UP),
  down: (run) => run(DOWN),
};
