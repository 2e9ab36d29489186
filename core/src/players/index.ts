export * from './simulate.ts';
