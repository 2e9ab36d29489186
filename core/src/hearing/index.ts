export * from './ears.ts';
export * from './kinds.ts';
export type { Onset } from './onset.ts';
export { WholeEars } from './whole-ears.ts';
export { HighPass } from './high-pass.ts';
export { slidingLikeness } from './correlation.ts';
export { type OnsetStrength, OnsetStrengthMaker } from './onset-strength.ts';
export { TELLS_APART_S } from './engine.ts';
export { Spectrum } from './spectrum.ts';
