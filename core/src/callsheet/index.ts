export * from './compose.ts';
export * from './frozen.ts';
