export * from './lastLook.ts';
export * from './leaving.ts';
export * from './emergency.ts';
