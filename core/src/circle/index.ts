export * from './challenge.ts';
export * from './next.ts';
export * from './finding.ts';
export * from './circle-schema.ts';
