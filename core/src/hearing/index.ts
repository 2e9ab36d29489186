export * from './ears.ts';
