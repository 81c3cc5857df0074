export * from './model.ts';
export * from './numbering.ts';
export * from './quickline.ts';
