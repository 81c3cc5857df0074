export * from './layout.ts';
export * from './homography.ts';
export * from './read.ts';
