export * from './model.ts';
export * from './oklab.ts';
export * from './kmeans.ts';
export * from './compare.ts';
export * from './keyScreen.ts';
export * from './strokes.ts';
