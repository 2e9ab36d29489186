export * from './ears.ts';
export * from './onset/kinds.ts';
export type { Onset } from './onset/onset.ts';
export { WholeEars } from './whole-ears.ts';
export { DcBlocker } from './signal/dc-blocker.ts';
export { HighPass } from './signal/high-pass.ts';
export { slidingLikeness } from './signal/correlation.ts';
export { TELLS_APART_S } from './onset/engine.ts';
export { Spectrum } from './signal/spectrum.ts';
