export * from './model.ts';
export * from './calls.ts';
export * from './consent.ts';
