export * from './model.ts';
export * from './media.ts';
