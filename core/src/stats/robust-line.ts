/** A line through points that may lie anywhere. */
import { median } from './moments.ts';

export interface RobustLine {
  slope: number;
  /** Value of the line at `x`, the median abscissa. */
  x: number;
  y: number;
}

/**
 * The line through points by the median of all pairwise slopes (Theil 1950; Sen 1968, JASA 63, 1379–1389): up to 29 % of
 * the points may lie anywhere.
 * @param shortestSpan pairs nearer than this in x are not used.
 * @returns a NaN slope when no pair is left.
 */
export function theilSen(xs: readonly number[], ys: readonly number[], shortestSpan = 0): RobustLine {
  const slopes: number[] = [];
  for (let i = 0; i < xs.length; i++) {
    for (let j = i + 1; j < xs.length; j++) {
      const span = xs[j] - xs[i];
      if (span !== 0 && Math.abs(span) >= shortestSpan) slopes.push((ys[j] - ys[i]) / span);
    }
  }
  return lineOfSlope(xs, ys, median(slopes));
}

/** The line of a known slope through the middle of the points. */
export function lineOfSlope(xs: readonly number[], ys: readonly number[], slope: number): RobustLine {
  const x = median(xs);
  return { slope, x, y: median(ys.map((y, i) => y + slope * (x - xs[i]))) };
}
