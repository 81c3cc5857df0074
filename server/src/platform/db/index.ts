export * from './connect.ts';
export * from './models.ts';
export * from './migrate.ts';
export * from './changeset.ts';
export * from './dump.ts';
