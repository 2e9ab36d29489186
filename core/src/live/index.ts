export * from './live-hearing.ts';
export * from './level.ts';
export * from './loopback.ts';
export * from './heard-take.ts';
export * from './double-clap.ts';
