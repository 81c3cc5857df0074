export * from './vocabulary.ts';
export * from './values.ts';
