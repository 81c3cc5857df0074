export * from './csv.ts';
