export * from './ears.ts';
export { HighPass } from './high-pass.ts';
