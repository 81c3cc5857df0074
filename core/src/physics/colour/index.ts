export * from './mired.ts';
export * from './mixing.ts';
