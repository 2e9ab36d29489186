export * from './days.ts';
export * from './trends.ts';
