export * from './pdf.ts';
export * from './send.ts';
