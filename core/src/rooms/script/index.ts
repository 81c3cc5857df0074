export * from './fountain.ts';
export * from './merge.ts';
export * from './pages.ts';
