export * from './simulate.ts';
export * from './recording.ts';
export { addPulsedTone } from './pulsed-tone.ts';
