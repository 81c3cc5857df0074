import type { Migration } from '../migration.ts';

/** Whether a meal counts as work is the job’s to say. */
export const hours: Migration = {
  name: '0012-hours',
  up: (run) => run('ALTER TABLE productions ADD COLUMN meals_are_work boolean NOT NULL DEFAULT true;'),
  down: (run) => run('ALTER TABLE productions DROP COLUMN meals_are_work;'),
};
