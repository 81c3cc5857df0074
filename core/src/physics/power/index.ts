export * from './electric.ts';
export * from './circuits.ts';
