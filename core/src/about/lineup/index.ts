export * from './clips.ts';
export * from './deviceClock.ts';
export * from './edges.ts';
export * from './line.ts';
export * from './pairs.ts';
export * from './liveCut.ts';
export * from './exports.ts';
export * from './notes.ts';
