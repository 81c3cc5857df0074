export * from './ampacity.ts';
export * from './electric.ts';
export * from './circuits.ts';
