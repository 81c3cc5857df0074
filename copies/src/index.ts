export * from './walk.ts';
export * from './hash.ts';
export * from './readBack.ts';
export * from './copyFile.ts';
export * from './offload.ts';
