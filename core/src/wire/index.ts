export * from './answers.ts';
export * from './requests.ts';
export { type Route, KB, MB, USUAL_BODY_BYTES } from './route.ts';
export * from './routes.ts';
export * from './openapi.ts';
export * from './viewer.ts';
