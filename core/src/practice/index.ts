export * from './ready-plans.ts';
export * from './suggest.ts';
