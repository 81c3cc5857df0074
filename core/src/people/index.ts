export * from './model.ts';
export * from './calls.ts';
export * from './names.ts';
export * from './consent.ts';
export * from './load.ts';
export * from './hours.ts';
export * from './shared.ts';
export * from './signing.ts';
