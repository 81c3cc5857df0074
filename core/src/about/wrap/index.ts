export * from './match.ts';
export * from './rows.ts';
export * from './words.ts';
export * from './missing.ts';
export * from './looks.ts';
