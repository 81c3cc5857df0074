export * from './rate.ts';
export * from './label.ts';
export * from './instant.ts';
