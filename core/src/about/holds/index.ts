export * from './lanes.ts';
export * from './losses.ts';
export * from './mends.ts';
export * from './restartDay.ts';
export * from './rounds.ts';
export * from './holding.ts';
export * from './cueDay.ts';
export * from './ends.ts';
