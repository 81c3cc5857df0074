export * from './model.ts';
export * from './tables.ts';
export * from './ids.ts';
export * from './upgrade.ts';
export * from './check.ts';
