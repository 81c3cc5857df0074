export * from './model.ts';
export * from './marks.ts';
export * from './facets.ts';
export * from './leans.ts';
