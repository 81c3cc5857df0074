export * from './model.ts';
export * from './media.ts';
export * from './device.ts';
export * from './library.ts';
export * from './lens.ts';
export * from './compare.ts';
export * from './fit.ts';
