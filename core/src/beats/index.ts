export * from './beats-of.ts';
export { type OnsetStrength, OnsetStrengthMaker } from './onset-strength.ts';
export { type TempoPrior, USUAL_TEMPO } from './tempo-path.ts';
