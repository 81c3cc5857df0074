export * from './plan.ts';
