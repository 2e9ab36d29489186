export * from './path-schema.ts';
export * from './past-take.ts';
export * from './rule.ts';
export * from './ready-paths.ts';
export * from './standing.ts';
export * from './suggest.ts';
