export * from './model.ts';
export * from './asked.ts';
