export * from './is-played.ts';
export * from './take-schema.ts';
export * from './measure-take.ts';
export * from './take-summary.ts';
export * from './simulated-take.ts';
export * from './take-tempo.ts';
export * from './hold-of-takes.ts';
export * from './heard-take.ts';
