export * from './scene.ts';
export { COARSE, FINE, readPlaces, readScene, type Fineness, type Reading } from './kernel.ts';
