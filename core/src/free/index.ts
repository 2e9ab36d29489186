export * from './track-beats.ts';
export * from './find-beat.ts';
export * from './tempo-curve.ts';
export * from './downbeat.ts';
export * from './free-playing.ts';
