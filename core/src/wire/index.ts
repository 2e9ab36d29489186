export * from './answers.ts';
export * from './requests.ts';
export * from './routes.ts';
export * from './openapi.ts';
export * from './viewer.ts';
