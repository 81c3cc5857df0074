export * from './calls.ts';
export * from './hours.ts';
export * from './load.ts';
export * from './shared.ts';
