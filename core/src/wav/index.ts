export * from './wav.ts';
export * from './wav-pieces.ts';
export * from './wav-in.ts';
export { WavProblem, WavReader, type WavFormat, type WavSide } from './wav-reader.ts';
