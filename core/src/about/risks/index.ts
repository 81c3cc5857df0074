export * from './model.ts';
export * from './found.ts';
export * from './scan.ts';
export * from './due.ts';
