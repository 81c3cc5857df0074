export * from './model.ts';
export * from './order.ts';
export * from './plan.ts';
export * from './blocks.ts';
export * from './project.ts';
