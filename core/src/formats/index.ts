export * from './json-schema.ts';
export * from './wav.ts';
export * from './wav-pieces.ts';
export * from './midi-out.ts';
export * from './midi-in.ts';
export * from './wav-in.ts';
export * from './sheet-abc.ts';
