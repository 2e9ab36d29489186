export * from './fraction.ts';
export * from './note-value.ts';
export * from './meter.ts';
export * from './tempo.ts';
export * from './syllables.ts';
export * from './counted-length.ts';
export * from './places.ts';
export * from './schemas.ts';
