export * from './rate.ts';
export * from './field.ts';
export * from './label.ts';
export * from './instant.ts';
export * from './sums.ts';
export * from './entry.ts';
