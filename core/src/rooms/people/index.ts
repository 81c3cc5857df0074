export * from './model.ts';
export * from './names.ts';
export * from './consent.ts';
export * from './signing.ts';
