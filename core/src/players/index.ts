export * from './simulate.ts';
export * from './recording.ts';
export { harmonics } from './harmonics.ts';
export { addPulsedTone } from './pulsed-tone.ts';
