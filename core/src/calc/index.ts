export * from './define.ts';
