export * from './needs.ts';
export * from './lines.ts';
export * from './booked.ts';
export * from './ways.ts';
export * from './spares.ts';
export * from './papers.ts';
export * from './batteryPlan.ts';
