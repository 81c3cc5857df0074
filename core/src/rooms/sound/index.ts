export * from './model.ts';
export * from './patch.ts';
export * from './radio.ts';
export * from './fault.ts';
export * from './prompter.ts';
