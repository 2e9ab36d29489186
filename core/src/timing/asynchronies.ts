/** Plain figures of a list of asynchronies. */
import { mean, median, standardDeviation } from '../stats/index.ts';
import { TOLERANCE_MS } from './tolerance.ts';

export interface AsynchronySummary {
  n: number;
  meanMs: number | null;
  sdMs: number | null;
  /** Median absolute deviation from the median. */
  madMs: number | null;
  /** Share within the tolerance of the target, 0 to 1. */
  withinTolerance: number | null;
  why?: string;
}

export function summarise(asynchroniesMs: readonly number[], toleranceMs = TOLERANCE_MS): AsynchronySummary {
  const n = asynchroniesMs.length;
  if (n === 0) {
    return { n, meanMs: null, sdMs: null, madMs: null, withinTolerance: null, why: 'needs 1 hit, has 0' };
  }
  const middle = median(asynchroniesMs);
  return {
    n,
    meanMs: mean(asynchroniesMs),
    sdMs: standardDeviation(asynchroniesMs),
    madMs: median(asynchroniesMs.map((a) => Math.abs(a - middle))),
    withinTolerance: asynchroniesMs.filter((a) => Math.abs(a) <= toleranceMs).length / n,
    ...(n < 2 ? { why: 'the spread needs 2 hits, has 1' } : {}),
  };
}
