export * from './ready-plans.ts';
export * from './families.ts';
export * from './placement-plans.ts';
export * from './steps-plan.ts';
export * from './suggest.ts';
export * from './ready-plan-of.ts';
export * from './thinning.ts';
export * from './stop-time.ts';
