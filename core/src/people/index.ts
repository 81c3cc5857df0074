export * from './model.ts';
export * from './calls.ts';
