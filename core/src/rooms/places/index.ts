export * from './position.ts';
export * from './model.ts';
export * from './scout.ts';
export * from './sunlight.ts';
export * from './map.ts';
