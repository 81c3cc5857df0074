export * from './events.ts';
export * from './takes.ts';
export * from './shotstate.ts';
export * from './history.ts';
export * from './mending.ts';
