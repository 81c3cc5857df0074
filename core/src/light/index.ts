export * from './model.ts';
export * from './falloff.ts';
