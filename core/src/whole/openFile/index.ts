export * from './model.ts';
export * from './tables.ts';
export * from '../../base/records/index.ts';
export * from './upgrade.ts';
export * from './check.ts';
