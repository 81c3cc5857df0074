export * from './model.ts';
