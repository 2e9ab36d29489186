export * from './voices.ts';
export * from './render.ts';
