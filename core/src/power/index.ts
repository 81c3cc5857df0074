export * from './electric.ts';
