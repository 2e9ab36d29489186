export * from './live-hearing.ts';
export * from './level.ts';
export * from './loopback.ts';
export * from './heard-take.ts';
export { type Clapped, DoubleClap } from './double-clap.ts';
export * from './clap-in-take.ts';
