export * from './simulated-recording.ts';
export * from './hear-recording.ts';
export * from './place-by-hits.ts';
export { type Placed, onPlan, onRecording } from './find-clicks.ts';
export * from './recording-schema.ts';
export * from './marks.ts';
export * from './take-of.ts';
export * from './peaks.ts';
