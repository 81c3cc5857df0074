export * from './model.ts';
export * from './entries.ts';
export * from './search.ts';
export * from './rebuild.ts';
export * from './usual.ts';
