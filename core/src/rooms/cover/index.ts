export * from './cuts.ts';
export * from './restarts.ts';
