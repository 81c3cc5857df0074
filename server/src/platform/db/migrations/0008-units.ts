import type { Migration } from '../migration.ts';

const UP = `
ALTER TABLE day_items ADD COLUMN unit integer NOT NULL DEFAULT 1 CHECK (unit BETWEEN 1 AND 4);
ALTER TABLE productions
  ADD COLUMN hotel_minor double precision CHECK (hotel_minor >= 0), ADD COLUMN drive_hour_minor double precision CHECK (drive_hour_minor >= 0);
`;
const DOWN = `
ALTER TABLE productions DROP COLUMN hotel_minor, DROP COLUMN drive_hour_minor;
ALTER TABLE day_items DROP COLUMN unit;
`;

/** Several units that work apart on one day; what a hotel and an hour of driving cost. */
export const units: Migration = {
  name: '0008-units',
  up: (run) => run(UP),
  down: (run) => run(DOWN),
};
