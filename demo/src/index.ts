export * from './plan.ts';
export * from './ninthBell.ts';
export * from './lifeboat.ts';
export * from './finalBoard.ts';
export * from './takes.ts';
export * from './roomSound.ts';
export * from './money.ts';
