export * from './lens.ts';
export * from './framing.ts';
