export * from './wind.ts';
