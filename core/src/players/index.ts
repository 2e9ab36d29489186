export * from './simulate.ts';
export * from './recording.ts';
