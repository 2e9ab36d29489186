export * from './voices.ts';
export * from './count.ts';
export * from './render.ts';
export * from './loudness.ts';
export * from './midi-messages.ts';
export * from './record-mix.ts';
