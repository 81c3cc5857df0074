export * from './plan.ts';
export * from './unread.ts';
