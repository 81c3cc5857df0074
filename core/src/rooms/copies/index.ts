export * from './policy.ts';
export * from './model.ts';
export * from './state.ts';
export * from './release.ts';
export * from './rate.ts';
export * from './advice.ts';
export * from './labels.ts';
