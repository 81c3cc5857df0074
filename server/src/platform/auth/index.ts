export * from './session.ts';
export * from './accounts.ts';
export * from './routes.ts';
