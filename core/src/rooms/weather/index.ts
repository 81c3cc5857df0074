export * from './model.ts';
export * from './forecast.ts';
