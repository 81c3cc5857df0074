export * from './scene.ts';
export { COARSE, FINE, readScene, type Fineness, type Reading } from './kernel.ts';
