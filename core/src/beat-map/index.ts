export * from './map-schema.ts';
export * from './map-time.ts';
export * from './mend.ts';
export * from './steady.ts';
