export * from './schema.ts';
export * from './timeline.ts';
export * from './compile.ts';
export * from './facts.ts';
export * from './retempo.ts';
