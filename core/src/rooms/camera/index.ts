export * from './model.ts';
export * from './media.ts';
export * from './device.ts';
export * from './library.ts';
export * from './lens.ts';
export * from './compare.ts';
export * from './fit.ts';
export {
  type FitExposure,
  type FitFinding,
  type FitJob,
  type FitResult,
  type FitSources,
  type Fitting,
  type SetupLight,
} from './fitModel.ts';
