export * from './vec.ts';
export * from './pane.ts';
export * from './formFactor.ts';
export * from './plane.ts';
