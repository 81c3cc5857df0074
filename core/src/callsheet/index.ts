export * from './content.ts';
export * from './codes.ts';
export * from './compose.ts';
export * from './difference.ts';
export * from './frozen.ts';
