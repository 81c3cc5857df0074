export * from './model.ts';
export * from './state.ts';
export * from './rate.ts';
