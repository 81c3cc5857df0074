export * from './mired.ts';
