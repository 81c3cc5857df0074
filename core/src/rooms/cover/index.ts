export * from './model.ts';
export * from './cuts.ts';
export * from './restarts.ts';
export * from './running.ts';
export * from './runningImport.ts';
export * from './cables.ts';
export * from './program.ts';
export * from './inputs.ts';
