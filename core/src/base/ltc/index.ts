export * from './word.ts';
export * from './date.ts';
export * from './encode.ts';
export * from './decode.ts';
export * from './report.ts';
