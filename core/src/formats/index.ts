export * from './json-schema.ts';
