/** Plain figures of a list of asynchronies. */
import { mean, median, standardDeviation } from '../stats/index.ts';

export interface AsynchronySummary {
  n: number;
  meanMs: number | null;
  sdMs: number | null;
  /** Median absolute deviation from the median. */
  madMs: number | null;
  /** Share within the tolerance of the place that is meant, 0 to 1. */
  withinTolerance: number | null;
  why?: string;
}

export interface Judged {
  asynchronyMs: number;
  /** Against the place that is meant. */
  judgedMs: number;
  toleranceMs: number;
}

/** The mean says where the hits lay; spread and share say how consistently they lay where they were meant to. */
export function summarise(hits: readonly Judged[]): AsynchronySummary {
  const n = hits.length;
  if (n === 0) {
    return { n, meanMs: null, sdMs: null, madMs: null, withinTolerance: null, why: 'needs 1 hit, has 0' };
  }
  const judged = hits.map(({ judgedMs }) => judgedMs);
  const middle = median(judged);
  return {
    n,
    meanMs: mean(hits.map(({ asynchronyMs }) => asynchronyMs)),
    sdMs: standardDeviation(judged),
    madMs: median(judged.map((a) => Math.abs(a - middle))),
    withinTolerance: hits.filter(({ judgedMs, toleranceMs }) => Math.abs(judgedMs) <= toleranceMs).length / n,
    ...(n < 2 ? { why: 'the spread needs 2 hits, has 1' } : {}),
  };
}
