export * from './illuminance.ts';
export * from './rates.ts';
