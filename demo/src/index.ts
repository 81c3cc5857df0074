export * from './ninthBell.ts';
export * from './takes.ts';
