export * from './pdf.ts';
export * from './labels.ts';
export * from './send.ts';
export * from './zip.ts';
