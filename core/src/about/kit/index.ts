export * from './needs.ts';
export * from './lines.ts';
