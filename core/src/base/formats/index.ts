export * from './csv.ts';
export * from './wav.ts';
export * from './wavWrite.ts';
export * from './bext.ts';
export * from './ixml.ts';
export * from './mhl.ts';
export * from './table.ts';
