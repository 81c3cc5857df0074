export * from './model.ts';
export * from './state.ts';
