export * from './minor.ts';
export * from './overtime.ts';
export * from './hire.ts';
export * from './usage.ts';
export * from './total.ts';
