export * from './model.ts';
export * from './delays.ts';
export * from './loads.ts';
export * from './stills.ts';
