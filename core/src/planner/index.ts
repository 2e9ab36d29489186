export * from './agenda-schema.ts';
