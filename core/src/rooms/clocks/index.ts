export * from './clips.ts';
export * from './drift.ts';
export * from './faults.ts';
export * from './model.ts';
export * from './state.ts';
export * from './words.ts';
