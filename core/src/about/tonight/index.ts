export * from './plan.ts';
export * from './recording.ts';
export * from './forecast.ts';
export * from './power.ts';
export * from './unread.ts';
