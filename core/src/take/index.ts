export * from './take-schema.ts';
export * from './measure-take.ts';
export * from './take-summary.ts';
