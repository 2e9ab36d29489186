export * from './fraction.ts';
export * from './note-value.ts';
export * from './meter.ts';
export * from './tempo.ts';
