export * from './beats-of.ts';
export { type TempoPrior, USUAL_TEMPO } from './tempo-path.ts';
