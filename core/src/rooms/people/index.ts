export * from './model.ts';
export * from './names.ts';
export * from './consent.ts';
export * from './signing.ts';
export * from './credit.ts';
export * from './erasure.ts';
