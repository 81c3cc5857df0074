export * from './lastLook.ts';
export * from './alone.ts';
export * from './leaving.ts';
export * from './emergency.ts';
export * from './reports.ts';
export * from './numbers.ts';
export * from './playing.ts';
export * from './clocks.ts';
