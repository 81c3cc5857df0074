export * from './read.ts';
export * from './plan.ts';
export * from './after.ts';
export * from './missing.ts';
export * from './templates.ts';
