export * from './preferences.ts';
export * from './format.ts';
export * from './parse.ts';
