export * from './content.ts';
export * from './codes.ts';
export * from './compose.ts';
export * from './weather.ts';
export * from './giving.ts';
export * from './difference.ts';
export type { Difference, DifferenceKind } from './telling.ts';
export * from './frozen.ts';
