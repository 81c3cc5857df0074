export * from './model.ts';
export * from './scan.ts';
export * from './due.ts';
