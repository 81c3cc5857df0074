export * from './model.ts';
export * from './wants.ts';
export * from './deliverables.ts';
export * from './scope.ts';
