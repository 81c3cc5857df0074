export * from './compose.ts';
