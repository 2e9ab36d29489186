export * from './schema.ts';
export * from './timeline.ts';
export * from './compile.ts';
export * from './facts.ts';
export * from './retempo.ts';
export * from './plan-error.ts';
export * from './grouping.ts';
export { GROOVES, type GrooveName, pulsesOf } from './groove.ts';
