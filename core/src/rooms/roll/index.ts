export * from './events.ts';
export * from './takes.ts';
export * from './shotstate.ts';
