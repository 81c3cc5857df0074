export * from './illuminance.ts';
export * from './rates.ts';
export * from './shutter.ts';
export * from './ladder.ts';
export * from './motion.ts';
