export * from './model.ts';
export * from './packModel.ts';
export * from './pack.ts';
export * from './batteries.ts';
export * from './lineModel.ts';
export * from './vanModel.ts';
export * from './van.ts';
